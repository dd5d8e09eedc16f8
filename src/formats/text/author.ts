import type { LineAuthor, LineAuthors } from '../../core/history/line-authors.js';
import { linesOfStatement } from '../../core/history/statement-lines.js';
import type { Statement } from '../../core/model/statement.js';
import { visible } from './visible.js';

/** How many characters of a commit's name are shown: git takes them for the whole name nearly everywhere. */
export const SHORT_NAME = 10;

/** Who wrote the lines of a statement: a text for each line that is by somebody else than the one before. */
export function authorTexts(statement: Statement, authors: LineAuthors): string[] {
  const told: string[] = [];
  let last: string | null = null;
  for (const [index, place] of linesOfStatement(statement).entries()) {
    const author = authors.of(place);
    if (author === null) continue;
    const text = authorText(author);
    if (text !== last) told.push(index === 0 ? text : `line ${place.line}: ${text}`);
    last = text;
  }
  return told;
}

/** Who wrote the line that sets the level, in few words; empty if no file of the repository does. */
export function levelAuthor({ level, place }: Statement, authors: LineAuthors): string {
  const author = level === null && place === null ? null : authors.of((level?.place ?? place) as NonNullable<typeof place>);
  if (author === null) return '';
  if (author === 'uncommitted') return 'not committed';
  return author.isOldest ? `by ${author.commit.day}` : `${author.commit.day} ${visible(author.commit.author)}`;
}

/** Who wrote a line, when, and in which commit. */
export function authorText(author: LineAuthor): string {
  if (author === 'uncommitted') return 'not committed yet';
  const { id, day, author: name, subject } = author.commit;
  if (author.isOldest) return `on or before ${day}: ${id.slice(0, SHORT_NAME)} is the oldest commit that this shallow clone has`;
  return `${visible(name)}, ${day}, in ${id.slice(0, SHORT_NAME)}: ${visible(subject)}`;
}
