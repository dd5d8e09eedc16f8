import type { Level } from '../../core/model/level.js';
import { asFoundText } from '../../formats/text/decision.js';
import { filesBySet, setNames, type ResolvedFile, type ResolveReport } from '../../core/cascade/resolve-report.js';
import { sameOptionValue } from '../../core/model/option.js';
import type { RuleSet, RuleSetting } from '../../core/model/rule-set.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { countByDirectory, foldFiles } from './fold-files.js';
import { formatOptions, formatValue } from '../../formats/text/origin.js';
import { count, table } from './table.js';

/** The most common rule set in full and, for every other, what differs from it. */
export function viewResolve({ files, layerFiles }: ResolveReport, style: Style): string {
  const names = setNames(files);
  const sets = [...filesBySet(files)].sort(([, a], [, b]) => b.length - a.length);
  const layers = layerFiles === 0 ? 'no layer file' : count(layerFiles, 'layer file');
  const lines = [style.strong(`${count(sets.length, 'rule set')} for ${count(files.length, 'file')}, from ${layers}.`)];
  const total = countByDirectory(files.map(({ path }) => path));
  const [first, ...others] = sets;
  if (first !== undefined) {
    const [base, own] = first;
    lines.push(
      '',
      `${style.strong(names.get(base) ?? '')}  ${count(own.length, 'file')}${others.length > 0 ? ', more than any other' : ''}`,
      ...fileLines(own, total),
    );
    lines.push(...table(settingRows(base, style)));
    for (const [set, members] of others) {
      const rows = differenceRows(base, set, style);
      const title = `${style.strong(names.get(set) ?? '')}  ${count(members.length, 'file')}, ${count(rows.length, 'rule')} `
        + `unlike ${names.get(base)}`;
      lines.push('', title, ...fileLines(members, total), ...table(rows));
    }
  }
  return `${lines.join('\n')}\n`;
}

function fileLines(own: readonly ResolvedFile[], total: ReadonlyMap<string, number>): string[] {
  const folded = foldFiles(own.map(({ path }) => path), total);
  const most = 6;
  const shown = folded.slice(0, most)
    .map(({ path, files }) => (path.endsWith('/') ? `${visible(path)} (${files})` : visible(path)));
  if (folded.length > most) shown.push(`and ${folded.length - most} more`);
  return shown.map((text) => `    ${text}`);
}

function settingRows(set: RuleSet, style: Style): string[][] {
  return [...set.rules]
    .filter(([, { level }]) => level !== 'off')
    .map(([rule, { level, options }]) => [style.level(level), rule, style.faint(formatOptions(options))]);
}

function settingText({ level, keepsUpTo }: RuleSetting, shown: (level: Level) => string): string {
  return asFoundText(keepsUpTo ?? null) ?? shown(level);
}

function differenceRows(base: RuleSet, set: RuleSet, style: Style): string[][] {
  return [...set.rules].flatMap(([rule, setting]) => {
    const old = base.rules.get(rule) as RuleSetting;
    const changed = Object.entries(setting.options).filter(([name, value]) =>
      !sameOptionValue(value, old.options[name] as typeof value));
    const areAlike = setting.level === old.level && setting.keepsUpTo === old.keepsUpTo;
    if (areAlike && (changed.length === 0 || setting.level === 'off')) return [];
    const level = areAlike
      ? style.level(setting.level)
      : `${settingText(setting, style.level)}${style.faint(`, not ${settingText(old, (level) => level)}`)}`;
    const options = changed.map(
      ([name, value]) => `${name} ${formatValue(value)}${style.faint(`, not ${formatValue(old.options[name] as typeof value)}`)}`,
    );
    return [[rule, level, options.join(' · ')]];
  });
}
