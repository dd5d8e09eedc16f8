import {
  Composer, isAlias, isMap, isScalar, isSeq, LineCounter, Parser, type Alias, type Document, type Node,
} from 'yaml';
import type { Place } from '../../base/place.js';
import type { Problem, ProblemDetail } from '../../model/problem.js';
import { excessIn } from './yaml-size.js';

/** A value of a YAML text with its place; its parts are below it. */
export interface YamlNode {
  /** The value as plain data; undefined if it could not be read, which has been reported. */
  readonly value: unknown;
  readonly place: Place;
  /** The place of the value's key; null for list items and the document. */
  readonly keyPlace: Place | null;
  /** Whether the value was written with a tag or through an alias. */
  readonly written: 'plain' | 'tag' | 'alias';
  readonly parts: ReadonlyMap<string | number, YamlNode>;
}

/** The most values that aliases may expand to in one file: enough for people, too few for a bomb. */
const MOST_ALIASED_VALUES = 10_000;

/** The deepest nesting allowed; a layer file needs six levels. */
const DEEPEST = 100;

class ReadingStopped extends Error {
  constructor(readonly detail: ProblemDetail, readonly place: Place) {
    super(detail.code);
  }
}

/**
 * Reads a YAML 1.2 text (yaml.org/spec/1.2.2). Warnings of the parser count as errors.
 * @param file the file's name in places.
 * @returns the root value (null for an empty text) and every problem.
 */
export function readYaml(text: string, file: string): { root: YamlNode | null; problems: Problem[] } {
  const lines = new LineCounter();
  const placeOf = (start: number, end: number): Place => {
    const { line, col } = lines.linePos(start);
    const lineEnd = text.indexOf('\n', start);
    const stop = Math.min(end, lineEnd < 0 ? text.length : lineEnd);
    return { file, line, column: col, length: Math.max(1, stop - start) };
  };
  const failed = (detail: ProblemDetail, place: Place | null) => ({ root: null, problems: [{ file, place, detail }] });

  const excess = excessIn(text);
  if (excess !== null) return failed(excess.detail, placeIn(text, excess.offset, file));
  let documents: Document.Parsed[];
  try {
    documents = firstDocuments(text, lines);
  } catch (error) {
    if (error instanceof RangeError) return failed({ code: 'yaml-too-deep' }, null);
    throw error;
  }
  const [document, second] = documents;
  if (document === undefined) return { root: null, problems: [] };
  if (second !== undefined) {
    const start = second.range?.[0] ?? 0;
    return failed({ code: 'several-documents' }, placeOf(start, start + 1));
  }
  const problems = [...document.errors, ...document.warnings].map(({ code, message, pos: [start, end] }): Problem => ({
    file,
    place: placeOf(start, end),
    detail: code === 'TAG_RESOLVE_FAILED'
      ? { code: 'needs-quotes', written: text.slice(start, end), as: 'tag' }
      : { code: 'yaml-syntax', detail: message },
  }));
  // The parser reports a stack that is full as a mistake in the text.
  const overflow = document.errors.find(({ message }) => message.includes('call stack'));
  if (overflow !== undefined) return failed({ code: 'yaml-too-deep' }, placeOf(...overflow.pos));
  if (document.errors.length > 0) return { root: null, problems };
  try {
    const root = document.contents === null ? null : new NodeReader(document, placeOf, problems).read(document.contents, null);
    return { root: root?.value === null ? null : root, problems };
  } catch (error) {
    if (error instanceof ReadingStopped) return failed(error.detail, error.place);
    throw error;
  }
}

/**
 * The first document of a text, and the second one if there is one. A file with only comments has none, one with an explicit null
 * has one.
 */
function firstDocuments(text: string, lines: LineCounter): Document.Parsed[] {
  const tokens = new Parser(lines.addNewLine).parse(text);
  const documents: Document.Parsed[] = [];
  for (const document of new Composer({ prettyErrors: false, logLevel: 'silent', uniqueKeys: false }).compose(tokens)) {
    documents.push(document as Document.Parsed);
    if (documents.length === 2) break;
  }
  return documents;
}

function placeIn(text: string, offset: number, file: string): Place {
  const before = text.slice(0, offset);
  const start = before.lastIndexOf('\n') + 1;
  return { file, line: before.split('\n').length, column: offset - start + 1, length: 1 };
}

/** A stretch of the text whose place is computed on demand: few places are ever needed. */
class Spot {
  private known: Place | null = null;

  constructor(
    private readonly start: number, private readonly end: number, private readonly placeOf: (start: number, end: number) => Place,
  ) {}

  get place(): Place {
    this.known ??= this.placeOf(this.start, this.end);
    return this.known;
  }
}

const NO_PARTS: ReadonlyMap<string | number, YamlNode> = new Map();

class ReadNode implements YamlNode {
  constructor(
    readonly value: unknown,
    private readonly spot: Spot,
    private readonly keySpot: Spot | null,
    readonly written: YamlNode['written'] = 'plain',
    readonly parts: ReadonlyMap<string | number, YamlNode> = NO_PARTS,
  ) {}

  get place(): Place {
    return this.spot.place;
  }

  get keyPlace(): Place | null {
    return this.keySpot === null ? null : this.keySpot.place;
  }
}

/** Converts the nodes of a document to plain values that keep their places. */
class NodeReader {
  private aliasedValues = 0;
  private depth = 0;
  private readonly openAnchors = new Set<Node>();

  constructor(
    private readonly document: Document.Parsed,
    private readonly placeOf: (start: number, end: number) => Place,
    private readonly problems: Problem[],
  ) {}

  /** @param usedAt the place of the alias through which `node` is read; null if it is read in its own place. */
  read(node: Node, keySpot: Spot | null, usedAt: Spot | null = null): ReadNode {
    const spot = usedAt ?? this.spotOf(node);
    if (usedAt !== null && ++this.aliasedValues > MOST_ALIASED_VALUES) {
      throw new ReadingStopped({ code: 'yaml-alias-bomb', limit: MOST_ALIASED_VALUES }, spot.place);
    }
    if (++this.depth > DEEPEST) throw new ReadingStopped({ code: 'yaml-too-deep' }, spot.place);
    const result = isAlias(node) ? this.readAlias(node, spot, keySpot) : this.readValue(node, spot, keySpot, usedAt);
    this.depth -= 1;
    return result;
  }

  private readAlias(node: Alias, spot: Spot, keySpot: Spot | null): ReadNode {
    const target = node.resolve(this.document);
    if (target === undefined) {
      this.report({ code: 'needs-quotes', written: `*${node.source}`, as: 'alias' }, spot);
      return new ReadNode(undefined, spot, keySpot, 'alias');
    }
    if (this.openAnchors.has(target)) {
      throw new ReadingStopped({ code: 'yaml-alias-circle', anchor: node.source }, spot.place);
    }
    const { value, parts } = this.read(target, keySpot, spot);
    return new ReadNode(value, spot, keySpot, 'alias', parts);
  }

  private readValue(node: Node, spot: Spot, keySpot: Spot | null, usedAt: Spot | null): ReadNode {
    const written = node.tag === undefined ? 'plain' : 'tag';
    // An unknown tag has been reported with the parser's warnings.
    if (node.tag !== undefined && !node.tag.startsWith('tag:yaml.org,2002:')) {
      return new ReadNode(undefined, spot, keySpot, written);
    }
    if (isScalar(node)) return new ReadNode(node.value, spot, keySpot, written);
    this.openAnchors.add(node);
    const parts = new Map<string | number, ReadNode>();
    let value: unknown;
    if (isMap(node)) {
      value = this.readMap(node.items as { key: Node; value: Node | null }[], parts, usedAt);
    } else if (isSeq(node)) {
      node.items.forEach((item, index) => parts.set(index, this.read(item as Node, null, usedAt)));
      value = [...parts.values()].map((part) => part.value);
    }
    this.openAnchors.delete(node);
    return new ReadNode(value, spot, keySpot, written, parts);
  }

  private readMap(
    items: readonly { key: Node; value: Node | null }[], parts: Map<string | number, ReadNode>, usedAt: Spot | null,
  ): object {
    // Without a prototype, so that a key such as __proto__ is a key like any other.
    const value = Object.create(null) as Record<string, unknown>;
    for (const item of items) {
      const keySpot = usedAt ?? this.spotOf(item.key);
      if (!isScalar(item.key)) {
        this.report({ code: 'wrong-type', expected: 'text as a key', found: 'something else' }, keySpot);
        continue;
      }
      const key = item.key.source ?? String(item.key.value);
      const first = parts.get(key)?.keyPlace;
      if (first) {
        this.report({ code: 'key-twice', key, first }, keySpot);
        continue;
      }
      const part = item.value === null ? new ReadNode(null, keySpot, keySpot) : this.read(item.value, keySpot, usedAt);
      parts.set(key, part);
      value[key] = part.value;
    }
    return value;
  }

  private spotOf(node: Node): Spot {
    const [start, end] = node.range ?? [0, 1];
    return new Spot(start, end, this.placeOf);
  }

  private report(detail: ProblemDetail, { place }: Spot): void {
    this.problems.push({ file: place.file, place, detail });
  }
}

/**
 * The node at `path` below `node` or, if a part is missing, the nearest one above it.
 * @returns the node, and whether the whole path exists.
 */
export function nodeAt(node: YamlNode, path: readonly PropertyKey[]): { node: YamlNode; whole: boolean } {
  let current = node;
  for (const step of path) {
    const part = current.parts.get(step as string | number);
    if (part === undefined) return { node: current, whole: false };
    current = part;
  }
  return { node: current, whole: true };
}

/** The place of a key in a mapping. */
export function keyPlaceOf(node: YamlNode, key: string): Place {
  const { node: part } = nodeAt(node, [key]);
  return part.keyPlace ?? part.place;
}
