import { withoutTrailing } from '../../base/trailing.js';
import type { EditObstacle } from '../../model/edit-obstacle.js';
import {
  Document, isCollection, isMap, isScalar, isSeq, Lexer, parseDocument, stringify, visit, type Node, type Pair, type YAMLMap,
  type YAMLSeq,
} from 'yaml';

/** The path to a value in a YAML document: keys of mappings, indexes of lists. */
export type YamlPath = readonly (string | number)[];

/** Thrown if a text cannot be edited without changing something else. */
export class EditError extends Error {
  override readonly name = 'EditError';

  constructor(readonly obstacle: EditObstacle) {
    super(obstacle.code);
  }
}

/**
 * Sets a value in a YAML text. Everything else stays exactly as it is: comments, order, quotes and line ends.
 * @param path missing mappings on the way are created.
 * @throws EditError if something else would change with it, as below an anchor.
 */
export function setYaml(text: string, path: YamlPath, value: unknown): string {
  return checked(text, spliced(text, (document, source) => setAt(document, source, path, value)), (data) =>
    setData(data, path, value));
}

/** Appends an item to a list, which is created if missing. @throws EditError as {@link setYaml}. */
export function appendYaml(text: string, path: YamlPath, value: unknown): string {
  const list = parse(text).getIn(path, true);
  if (!isSeq(list) || list.items.length === 0) return setYaml(text, path, [value]);
  return checked(text, spliced(text, (_document, source) => appendTo(list, source, value)), (data) =>
    setData(data, [...path, list.items.length], value));
}

/** Removes a value, and the mappings that become empty by that. @throws EditError as {@link setYaml}. */
export function deleteYaml(text: string, path: YamlPath): string {
  const document = parse(text);
  let own = path;
  while (own.length > 1) {
    const around = document.getIn(own.slice(0, -1), true);
    if (!isMap(around) || around.items.length !== 1) break;
    own = own.slice(0, -1);
  }
  return checked(text, spliced(text, (parsed, source) => deleteAt(parsed, source, own)), (data) => deleteData(data, own), true);
}

/** One change of a text: replaces what is between `start` and `end`. */
interface Splice {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

function parse(text: string): Document.Parsed {
  const document = parseDocument(text, { keepSourceTokens: true, logLevel: 'silent' });
  if (document.errors.length > 0) throw new EditError({ code: 'not-yaml' });
  return document;
}

function spliced(text: string, find: (document: Document.Parsed, source: string) => Splice): string {
  const { start, end, text: written } = find(parse(text), text);
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  return text.slice(0, start) + written.replaceAll('\n', lineEnd) + text.slice(end);
}

/** The result must be exactly what is meant, with every comment still there. */
function checked(before: string, after: string, change: (data: unknown) => unknown, mayLoseComments = false): string {
  const document = parseDocument(after, { logLevel: 'silent' });
  const expected = change(parse(before).toJS({ maxAliasCount: 10_000 }) ?? {});
  if (document.errors.length > 0 || JSON.stringify(document.toJS({ maxAliasCount: 10_000 }) ?? {}) !== JSON.stringify(expected)) {
    throw new EditError({ code: 'more-changes' });
  }
  const [kept, had] = [commentsIn(after), commentsIn(before)];
  if (!mayLoseComments && had.some((comment, index) => kept[index] !== comment)) throw new EditError({ code: 'lost-comment' });
  return after;
}

function commentsIn(text: string): string[] {
  return [...new Lexer().lex(text)].filter((token) => token.startsWith('#')).map((token) => token.trim());
}

function setAt(document: Document.Parsed, text: string, path: YamlPath, value: unknown): Splice {
  const existing = document.getIn(path, true) as Node | undefined;
  if (existing?.range != null) return replaced(existing, text, value);
  for (let depth = path.length - 1; depth >= 0; depth -= 1) {
    const around = depth === 0 ? document.contents : document.getIn(path.slice(0, depth), true) as Node | null | undefined;
    if (around === undefined && depth > 0) continue;
    if (isMap(around) && around.items.length > 0) {
      return addedTo(around, text, String(path[depth]), nested(path.slice(depth + 1), value));
    }
    if (!isEmpty(around)) break;
    // A key without a value, or with an empty mapping, gets the new mapping below it; a file without the key gets it at the end.
    if (depth > 0) return setAt(document, text, path.slice(0, depth), nested(path.slice(depth), value));
    if (!isMap(around)) {
      return { start: text.length, end: text.length, text: `${endsOpen(text) ? '\n' : ''}${blockOf(nested(path, value), 0)}` };
    }
  }
  throw new EditError({ code: 'other-form' });
}

function nested(path: YamlPath, value: unknown): unknown {
  return path.reduceRight<unknown>((rest, key) => ({ [key]: rest }), value);
}

function isEmpty(node: Node | null | undefined): boolean {
  return node == null || (isMap(node) && node.items.length === 0) || (isScalar(node) && node.value === null);
}

/** Replaces a value. */
function replaced(node: Node, text: string, value: unknown): Splice {
  const [start, end] = node.range as [number, number, number];
  const isShort = value === null || typeof value !== 'object';
  if (isShort) return { start, end: trimmedEnd(text, start, end), text: scalarOf(value) };
  const lineStart = text.lastIndexOf('\n', start - 1) + 1;
  const indent = /^[ \t]*(?:- +)?/.exec(text.slice(lineStart, start))?.[0].length ?? 0;
  const isFlow = (isMap(node) || isSeq(node)) && node.flow === true;
  const flow = flowOf(value);
  if (isScalar(node) && node.value !== null && flow.length <= LONGEST_FLOW) {
    return { start, end: trimmedEnd(text, start, end), text: flow };
  }
  if (isFlow && Object.keys(value).length > 0 && (node as YAMLMap).items.length > 0) return { start, end, text: flow };
  // The key is alone on its line, so the block goes below it.
  const before = withoutEnd(text.slice(0, start)).length;
  return { start: before, end: trimmedEnd(text, start, end), text: `\n${withoutEnd(blockOf(value, indent + 2))}` };
}

/** The most columns of a mapping written on one line. */
const LONGEST_FLOW = 80;

function addedTo(around: YAMLMap, text: string, key: string, value: unknown): Splice {
  const pairs = around.items as Pair<Node, Node | null>[];
  const last = pairs.at(-1) as Pair<Node, Node | null>;
  const end = (last.value?.range ?? last.key.range)?.[1] as number;
  if (around.flow === true) return { start: end, end, text: `, ${scalarOf(key)}: ${flowOf(value)}` };
  const first = (pairs[0] as Pair<Node, Node | null>).key.range?.[0] as number;
  const indent = first - (text.lastIndexOf('\n', first - 1) + 1);
  return below(text, end, blockOf({ [key]: value }, indent));
}

function appendTo(list: YAMLSeq, text: string, value: unknown): Splice {
  const last = list.items.at(-1) as Node;
  const end = last.range?.[1] as number;
  if (list.flow === true) return { start: end, end, text: `, ${flowOf(value)}` };
  const first = (list.items[0] as Node).range?.[0] as number;
  const lineStart = text.lastIndexOf('\n', first - 1) + 1;
  const dash = text.slice(lineStart, first).indexOf('-');
  const lines = blockOf([value], dash < 0 ? 0 : dash);
  return below(text, end, lines);
}

/** Lines inserted after the line in which a value ends. */
function below(text: string, end: number, lines: string): Splice {
  // A block scalar ends with its last line end.
  if (text[end - 1] === '\n') return { start: end, end, text: lines };
  const lineEnd = text.indexOf('\n', end);
  return lineEnd < 0
    ? { start: text.length, end: text.length, text: `\n${withoutEnd(lines)}` }
    : { start: lineEnd + 1, end: lineEnd + 1, text: lines };
}

function deleteAt(document: Document.Parsed, text: string, path: YamlPath): Splice {
  const around = path.length === 1 ? document.contents : document.getIn(path.slice(0, -1), true);
  if (!isMap(around)) throw new EditError({ code: 'other-form' });
  const pairs = around.items as unknown as Pair<Node, Node | null>[];
  const index = pairs.findIndex(({ key }) => isScalar(key) && String(key.value) === String(path.at(-1)));
  const pair = pairs[index];
  if (pair === undefined) throw new EditError({ code: 'no-such-name' });
  const start = pair.key.range?.[0] as number;
  const end = (pair.value?.range ?? pair.key.range)?.[1] as number;
  if (around.flow === true) {
    const next = pairs[index + 1]?.key.range?.[0];
    const previous = (pairs[index - 1]?.value?.range ?? pairs[index - 1]?.key.range)?.[1];
    if (next !== undefined) return { start, end: next, text: '' };
    return { start: previous ?? start, end: trimmedEnd(text, start, end), text: '' };
  }
  const lineStart = text.lastIndexOf('\n', start - 1) + 1;
  const lineEnd = text[end - 1] === '\n' ? end - 1 : text.indexOf('\n', end);
  return { start: lineStart, end: lineEnd < 0 ? text.length : lineEnd + 1, text: '' };
}

/** The end of a value, without the blanks, comments and line ends after it. */
function trimmedEnd(text: string, start: number, end: number): number {
  return start + withoutEnd(text.slice(start, end)).length;
}

/**
 * A text without trailing blanks and line ends of YAML (YAML 1.2.2, sections 5.4 and 5.5); other white space belongs to a value.
 */
function withoutEnd(text: string): string {
  return withoutTrailing(text, ' \t\r\n');
}

/** Writes scalars on one line, so that they fit at any depth. */
const STYLE = { lineWidth: 0, blockQuote: false, doubleQuotedAsJSON: true } as const;

/** Keys whose values read best on one line. */
const IN_ONE_LINE = new Set(['options', 'only', 'except', 'match', 'languages', 'add', 'drop', 'of']);

function endsOpen(text: string): boolean {
  return text !== '' && !text.endsWith('\n');
}

function scalarOf(value: unknown): string {
  return withoutEnd(stringify(value, STYLE));
}

/** A value on one line. */
function flowOf(value: unknown): string {
  return withoutEnd(stringify(value, { ...STYLE, collectionStyle: 'flow', flowCollectionPadding: true }));
}

/** A value as a block; short parts go on one line. */
function blockOf(value: unknown, indent: number): string {
  const document = new Document(value);
  visit(document, {
    Pair: (_key, pair) => {
      if (isScalar(pair.key) && isCollection(pair.value) && IN_ONE_LINE.has(String(pair.key.value))) pair.value.flow = true;
    },
  });
  const lines = withoutEnd(document.toString(STYLE)).split('\n');
  return lines.map((line) => `${' '.repeat(indent)}${line}\n`).join('');
}

function setData(data: unknown, path: YamlPath, value: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(data)) return rest.length === 0 && key === data.length
    ? [...(data as unknown[]), value]
    : data.map((item, index) => (index === key ? setData(item, rest, value) : item as unknown));
  const own = (data ?? {}) as Record<string, unknown>;
  return { ...own, [key]: setData(own[String(key)], rest, value) };
}

function deleteData(data: unknown, path: YamlPath): unknown {
  const [key, ...rest] = path;
  if (Array.isArray(data)) return data.map((item, index) => (index === key ? deleteData(item, rest) : item as unknown));
  const own = data as Record<string, unknown>;
  if (rest.length > 0) return { ...own, [String(key)]: deleteData(own[String(key)], rest) };
  const left = Object.fromEntries(Object.entries(own).filter(([name]) => name !== String(key)));
  return left;
}
