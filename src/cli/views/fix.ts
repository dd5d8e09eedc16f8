import { offeredIn } from '../../core/inspect/repair-file.js';
import type { FixReport, RepairedSource } from '../../core/inspect/fix-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { viewPatch } from './patch.js';
import { namedSkips } from './skipped.js';
import { count, table, wrap } from './table.js';

/**
 * What was repaired, rule by rule, and what is left; a diff if nothing was written.
 * @param named the named paths, relative to the root.
 */
export function viewFix(
  report: FixReport, { columns, named }: { readonly columns: number; readonly named: readonly string[] }, style: Style,
): string {
  const changed = report.files.filter(({ before, after }) => before !== after);
  const patches = report.written ? [] : [...changed, ...report.bundles].flatMap((file) => [...viewPatch(file, style), '']);
  const lines: string[] = [];
  lines.push(headline(report, changed, style), ...namedSkips(report.skipped, named, style));
  const byRule = repairedByRule(report.files);
  lines.push(...table(byRule.map(
    ({ rule, repaired, files }) => [style.strong(rule), count(repaired, 'repair'), style.faint(`in ${count(files, 'file')}`)],
  )));
  lines.push(...report.bundles.map(({ path, added }) =>
    `${count(added, 'text')} ${report.written ? 'moved' : added === 1 ? 'moves' : 'move'} to ${style.name(visible(path))}.`));
  lines.push(...viewWithdrawn(report.files, style), ...viewOffered(report.files, style), ...viewLeft(report, columns));
  return `${[...patches, ...lines].join('\n')}\n`;
}

function headline({ written, files }: FixReport, changed: readonly RepairedSource[], style: Style): string {
  const repaired = changed.reduce((sum, file) => sum + total(file), 0);
  if (files.length === 0) return style.strong('No files are checked here, so there is nothing to repair.');
  if (repaired === 0) return style.strong(`Nothing to repair in ${count(files.length, 'file')}.`);
  const where = `in ${changed.length} of ${count(files.length, 'file')}`;
  return style.strong(written
    ? `Repaired ${count(repaired, 'finding')} ${where}.`
    : `${count(repaired, 'finding')} ${where} can be repaired. Nothing was changed.`);
}

function total({ repaired }: RepairedSource): number {
  return [...repaired.values()].reduce((sum, number) => sum + number, 0);
}

function repairedByRule(files: readonly RepairedSource[]): { rule: string; repaired: number; files: number }[] {
  const rules = new Map<string, { rule: string; repaired: number; files: number }>();
  for (const { repaired } of files) {
    for (const [rule, number] of repaired) {
      const sum = rules.get(rule) ?? { rule, repaired: 0, files: 0 };
      rules.set(rule, { rule, repaired: sum.repaired + number, files: sum.files + 1 });
    }
  }
  return [...rules.values()].sort((a, b) => b.repaired - a.repaired || (a.rule < b.rule ? -1 : 1));
}

function viewWithdrawn(files: readonly RepairedSource[], style: Style): string[] {
  const rows = files.flatMap(({ path, withdrawn }) => withdrawn.map(({ rule, span, message }) =>
    [style.name(visible(`${path}:${span.start.line}:${span.start.column}`)), rule, visible(message)]));
  if (rows.length === 0) return [];
  return [
    '',
    `${count(rows.length, 'repair')} ${rows.length === 1 ? 'was' : 'were'} not made: ${rows.length === 1 ? 'it' : 'they'} `
      + 'would break the file, or never come to an end.',
    ...table(rows),
  ];
}

/** The most places shown per rule with offered repairs. */
const MOST_PLACES = 3;

/** The repairs that need a look, rule by rule, and how to see and make them. */
function viewOffered(files: readonly RepairedSource[], style: Style): string[] {
  const places = new Map<string, string[]>();
  for (const file of files) {
    for (const { rule, span } of offeredIn(file)) {
      const own = places.get(rule);
      const place = `${file.path}:${span.start.line}:${span.start.column}`;
      if (own === undefined) places.set(rule, [place]);
      else own.push(place);
    }
  }
  if (places.size === 0) return [];
  const rows = [...places]
    .sort(([a, first], [b, second]) => second.length - first.length || (a < b ? -1 : 1))
    .map(([rule, own]) => {
      const more = own.length > MOST_PLACES ? ` and ${own.length - MOST_PLACES} more` : '';
      return [
        style.strong(rule),
        count(own.length, 'repair'),
        `${own.slice(0, MOST_PLACES).map((place) => style.name(visible(place))).join(', ')}${style.faint(more)}`,
      ];
    });
  const [first = ''] = [...places.keys()];
  return [
    '',
    `Offered, and not made without a look: elvar fix --offered --rule ${rows.length === 1 ? first : 'RULE'} `
      + '--dry-run shows them.',
    ...table(rows),
  ];
}

/** The findings that remain, and what to do about them. */
function viewLeft({ files, written }: FixReport, columns: number): string[] {
  const left = files.flatMap(({ left: findings }) => findings);
  if (left.length === 0) return files.length === 0 ? [] : ['', 'No findings are left.'];
  const open = left.filter(({ repair }) => repair === 'safe').length;
  const [verb, them] = left.length === 1 ? ['is', 'it'] : ['are', 'them'];
  const could = left.length === 1 ? 'It could be repaired by another rule.' : `${open} of them could be repaired by other rules.`;
  const more = open > 0 && written ? ` ${could}` : '';
  const text = `${count(left.length, 'finding')} ${verb} left${written ? '' : ' after that'}.${more} To see ${them}: elvar `
    + 'check. To excuse what is intended: elvar waive FILE:LINE --because REASON.';
  return ['', ...wrap(text, columns, '')];
}
