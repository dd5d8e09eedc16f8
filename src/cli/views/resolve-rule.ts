import { keptUpTo } from '../../core/cascade/keeps-levels.js';
import type { ResolvedFile, ResolveReport } from '../../core/cascade/resolve-report.js';
import type { Decision } from '../../core/model/statement.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { countByDirectory, foldFiles } from './fold-files.js';
import { deciderText } from '../../formats/text/decision.js';
import { formatOptions } from '../../formats/text/origin.js';
import { count, listed } from './table.js';

/** Files for which a rule has the same setting, and what decided it. */
interface Setting {
  readonly decision: Decision;
  readonly files: ResolvedFile[];
  readonly origins: Set<string>;
}

/** One rule across the whole tree: its settings, each with the directories where it holds. */
export function viewResolveRule({ files }: ResolveReport, rule: string, style: Style): string {
  const settings = settingsOf(files, rule);
  const total = countByDirectory(files.map(({ path }) => path));
  const summary = settings.length === 1 ? 'is set the same for' : `is set in ${settings.length} ways for`;
  const lines = [style.strong(`${rule} ${summary} ${count(files.length, 'file')}.`)];
  for (const { decision, files: own, origins } of settings) {
    const options = Object.fromEntries(Object.entries(decision.options).map(([name, { value }]) => [name, value]));
    const folded = foldFiles(own.map(({ path }) => path), total);
    lines.push(
      '',
      `${style.level(decision.level)}  ${formatOptions(options)}  ${count(own.length, 'file')}`.replace(/ {3,}/, '  '),
      `  ${style.faint(`since ${listed([...origins].slice(0, 3))}${origins.size > 3 ? ` and ${origins.size - 3} more` : ''}`)}`,
      ...folded.map(({ path, files: number }) => `    ${path.endsWith('/') ? `${visible(path)} (${number})` : visible(path)}`),
    );
  }
  return `${lines.join('\n')}\n`;
}

/** The settings of a rule, the most common first. */
function settingsOf(files: readonly ResolvedFile[], rule: string): Setting[] {
  const settings = new Map<string, Setting>();
  for (const file of files) {
    const decision = file.rules.decisions.get(rule) as Decision;
    const { level, options, waivers, fix, ledger } = decision;
    const key = JSON.stringify(
      [level, keptUpTo(decision), Object.values(options).map(({ value }) => value), waivers, fix, ledger],
    );
    let setting = settings.get(key);
    if (setting === undefined) settings.set(key, (setting = { decision, files: [], origins: new Set() }));
    setting.files.push(file);
    setting.origins.add(deciderText(decision));
  }
  return [...settings.values()].sort((a, b) => b.files.length - a.files.length);
}
