import { SourceText } from '../base/source-text.js';
import { isOwnRepair, type Repair } from '../model/repair.js';
import type { Hit } from '../finders/finder.js';
import type { RuleId } from '../model/rule.js';
import { embeddedCode, type EmbeddedCode } from '../syntax/embedded.js';
import { PlacedLines } from '../syntax/placed-lines.js';
import type { Source } from '../syntax/source.js';
import { ABOUT_USES } from './damage.js';
import type { RuleHits } from './text-order.js';
import { judgesIn } from '../catalog/rule-languages.js';

/** Code inside a file as a source of its own. */
interface EmbeddedSource {
  readonly code: EmbeddedCode;
  readonly lines: PlacedLines;
  readonly inner: Source;
}

/** The sources of the code in a file, which the caller disposes of, with their places. */
export function embeddedSources(source: Source): EmbeddedSource[] {
  const { text } = source;
  return embeddedCode(source).map((code) => {
    const lines = new PlacedLines(text.text, code, code.prefix);
    return { code, lines, inner: source.inside(new SourceText(`${text.path}${code.ending}`, code.language, lines.text)) };
  });
}

/** Rules that cannot judge a component: its compiler knows names that the script does not declare, and sets others. */
const NOT_IN_COMPONENTS: ReadonlySet<RuleId> = new Set(
  ['slips/undeclared', 'idiom/settled-binding', 'idiom/function-scoped-binding'],
);

/** Hits in embedded code as hits in the file around it, without those that the rest of the file refutes. */
export function asHitsOf(around: Source, found: readonly RuleHits[], { code, lines }: EmbeddedSource): RuleHits[] {
  const { text: { text, language } } = around;
  const outside = `${text.slice(0, code.start)} ${text.slice(code.end)}`;
  return found.flatMap(({ planned, hits }) => {
    const { id } = planned.rule;
    if ((language.insideAs === 'elements-at-margin' && NOT_IN_COMPONENTS.has(id)) || !judgesIn(planned.rule, language.id)) {
      return [];
    }
    const isAboutUses = ABOUT_USES.test(id);
    const kept = hits.filter((hit) => !isAboutUses || !isNamed(lines.text.slice(hit.start, hit.end), outside)).map((hit) =>
      movedTo(lines, hit));
    return kept.length === 0 ? [] : [{ planned, hits: kept }];
  });
}

/** Whether a name occurs in a text as a word, or in small letters with hyphens, as elements are named. */
function isNamed(name: string, text: string): boolean {
  if (!/^[$\w]+$/.test(name)) return false;
  const hyphened = name.replace(/(?<=[a-z\d])[A-Z]/g, (letter) => `-${letter}`).toLowerCase();
  return [name, hyphened].some((form) =>
    text.includes(form) && new RegExp(`(?<![\\w$])${form.replaceAll('$', '\\$')}(?![\\w$])`, 'i').test(text));
}

/** The repair is worked out at once: later, the tree of the embedded code is gone. */
function movedTo(lines: PlacedLines, hit: Hit): Hit {
  const { start, end, repair } = hit;
  return {
    ...hit,
    start: lines.outside(start),
    end: lines.outside(end),
    repair: repair === undefined ? undefined : movedRepair(lines, typeof repair === 'function' ? repair(hit) : repair),
  };
}

function movedRepair(lines: PlacedLines, repair: Repair): Repair {
  if (!isOwnRepair(repair)) {
    return { moves: { ...repair.moves, start: lines.outside(repair.moves.start), end: lines.outside(repair.moves.end) } };
  }
  return repair === 'drop-byte-order-mark' ? [] : repair.map((edit) => lines.editOutside(edit));
}
