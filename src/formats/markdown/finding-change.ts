import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { Finding } from '../../core/model/finding.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';
import { code, escaped } from './safe.js';

/** The most findings listed per rule: a review is no place for thousands of lines. */
const MOST_FINDINGS = 50;

/** What becomes of a rule's findings, for a table. */
export function findingCell(change: FindingChange | undefined): string {
  return escaped(change === undefined ? 'no change' : findingWords(change));
}

/** What becomes of a rule's findings, in few words. */
export function findingWords({ appearing, disappearing, relevelled }: FindingChange): string {
  const parts = [
    appearing.length > 0 ? `+${appearing.length}` : '',
    disappearing.length > 0 ? `−${disappearing.length}` : '',
    relevelled.length > 0 ? `${relevelled.length} at another level` : '',
  ].filter((part) => part !== '');
  const fixable = appearing.filter(({ repair }) => repair === 'safe').length;
  return `${parts.join(', ')}${fixable > 0 ? ` (${fixable} can be repaired)` : ''}`;
}

/** The findings that come, go and change their level, as a list. */
export function findingLines({ appearing, disappearing, relevelled }: FindingChange): string[] {
  const all = [
    ...appearing.map((finding) => ['+', finding] as const),
    ...disappearing.map((finding) => ['−', finding] as const),
    ...relevelled.map((finding) => ['~', finding] as const),
  ];
  const rows = all.slice(0, MOST_FINDINGS).map(([mark, { path, span, message }]: readonly [string, Finding]) =>
    `- ${mark} ${code(`${path}:${span.start.line}`)} ${escaped(visible(message))}`);
  return all.length > MOST_FINDINGS ? [...rows, `- and ${count(all.length - MOST_FINDINGS, 'more finding')}`] : rows;
}
