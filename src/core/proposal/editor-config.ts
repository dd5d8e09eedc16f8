import type { Level } from '../model/level.js';

/** A ruling equivalent to a part of an `.editorconfig` section. */
export interface TakenRuling {
  readonly rule: string;
  /** Null if an earlier section says so. */
  readonly level: Level | null;
  readonly options: Readonly<Record<string, unknown>>;
  /** The lines that say so, from 1. */
  readonly lines: readonly number[];
}

/** A section of an `.editorconfig` as rulings; `match` is null for the one about every file. */
export interface TakenSection {
  readonly glob: string;
  readonly match: readonly string[] | null;
  readonly rulings: readonly TakenRuling[];
}

/** A section that could not be converted, and why. */
export interface LeftSection {
  readonly line: number;
  readonly glob: string;
}

/** A property with the line that sets it. */
interface Property {
  readonly value: string;
  readonly line: number;
}

/** The most patterns that one glob may expand to: `{a,b}{c,d}…` doubles with every brace. */
const MOST_PATTERNS = 64;

/**
 * Converts an `.editorconfig` (editorconfig.org, specification 0.17): later sections have the last word, as later zones do.
 * A section whose glob git's patterns cannot express is left out.
 */
export function readEditorConfig(
  text: string,
): { readonly sections: readonly TakenSection[]; readonly left: readonly LeftSection[] } {
  const sections: TakenSection[] = [];
  const left: LeftSection[] = [];
  for (const { glob, line, properties } of sectionsOf(text)) {
    const rulings = rulingsOf(properties);
    if (rulings.length === 0) continue;
    const match = glob === '*' ? null : patternsFor(glob);
    if (match !== null && match.length === 0) left.push({ line, glob });
    else sections.push({ glob, match, rulings });
  }
  return { sections, left };
}

function sectionsOf(text: string): { glob: string; line: number; properties: Map<string, Property> }[] {
  const sections: { glob: string; line: number; properties: Map<string, Property> }[] = [];
  text.replace(/^\uFEFF/, '').split(/\r?\n/).forEach((raw, index) => {
    const line = raw.trim();
    if (line === '' || line.startsWith('#') || line.startsWith(';')) return;
    const glob = /^\[(.+)\]$/.exec(line)?.[1];
    if (glob !== undefined) {
      sections.push({ glob, line: index + 1, properties: new Map() });
      return;
    }
    const equals = line.indexOf('=');
    // Lines above the first section are about the `.editorconfig` itself.
    if (equals > 0) sections.at(-1)?.properties.set(
      line.slice(0, equals).trim().toLowerCase(), { value: line.slice(equals + 1).trim().toLowerCase(), line: index + 1 },
    );
  });
  return sections;
}

function rulingsOf(properties: ReadonlyMap<string, Property>): TakenRuling[] {
  const rulings: TakenRuling[] = [];
  const take = (rule: string, level: Level | null, options: Record<string, unknown>, ...from: (Property | undefined)[]): void => {
    rulings.push({ rule, level, options, lines: from.flatMap((property) => property?.line ?? []) });
  };
  const on = (name: string, rule: string): void => {
    const property = properties.get(name);
    if (property?.value === 'true') take(rule, 'warning', {}, property);
    else if (property?.value === 'false') take(rule, 'off', {}, property);
  };
  takeIndent(properties, take);
  const ends = properties.get('end_of_line');
  if (ends?.value === 'lf' || ends?.value === 'crlf') take('text/line-ending', 'warning', { style: ends.value }, ends);
  on('trim_trailing_whitespace', 'text/trailing-blanks');
  on('insert_final_newline', 'text/final-newline');
  const charset = properties.get('charset');
  if (charset?.value === 'utf-8') take('text/byte-order-mark', 'warning', {}, charset);
  else if (charset?.value === 'utf-8-bom') take('text/byte-order-mark', 'off', {}, charset);
  const width = properties.get('max_line_length');
  if (width !== undefined && /^[1-9]\d{1,3}$/.test(width.value)) take(
    'text/line-width', 'warning', { max: Number(width.value) }, width,
  );
  else if (width?.value === 'off') take('text/line-width', 'off', {}, width);
  return rulings;
}

function takeIndent(
  properties: ReadonlyMap<string, Property>,
  take: (rule: string, level: Level | null, options: Record<string, unknown>, ...from: (Property | undefined)[]) => void,
): void {
  const [style, size, tab] = ['indent_style', 'indent_size', 'tab_width'].map((name) => properties.get(name));
  if (style?.value === 'tab') {
    take('text/indent', 'warning', { with: 'tabs' }, style);
    return;
  }
  const width = size?.value === 'tab' ? tab : size;
  const blanks = width !== undefined && /^\d{1,2}$/.test(width.value) && Number(width.value) <= 16
    ? { width: Number(width.value) }
    : {};
  if (style?.value === 'space') take(
    'text/indent', 'warning', { with: 'spaces', ...blanks }, style, 'width' in blanks ? width : undefined,
  );
  else if (style?.value === 'unset') take('text/indent', 'off', {}, style);
  else if (style === undefined && 'width' in blanks) take('text/indent', null, blanks, width);
}

/** A glob as git patterns; empty if they cannot express it. */
function patternsFor(glob: string): string[] {
  return [...new Set(expanded(glob) ?? [])].map((one) => {
    // Without a slash both match a name at any depth; with one, both start at the directory of their file.
    const pattern = one.includes('/') ? `/${one.replace(/^\//, '')}` : one;
    return pattern.replace(/^(?=[#!])/, '\\');
  });
}

/** A glob expanded to globs without braces; null if it has number ranges or too many braces. */
function expanded(glob: string): string[] | null {
  const [whole, inside] = /(?<!\\)\{([^{}]*)\}/.exec(glob) ?? [];
  if (whole === undefined || inside === undefined) return /(?<!\\)[{}]/.test(glob) ? null : [glob];
  if (/^[+-]?\d+\.\.[+-]?\d+$/.test(inside) || !inside.includes(',')) return null;
  const at = glob.indexOf(whole);
  const all = inside.split(',').map((part) => expanded(glob.slice(0, at) + part + glob.slice(at + whole.length)));
  if (all.some((part) => part === null)) return null;
  const patterns = all.flatMap((part) => part ?? []);
  return patterns.length > MOST_PATTERNS ? null : patterns;
}
