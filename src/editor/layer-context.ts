import { withoutTrailing } from '../core/base/trailing.js';
/** Where something is typed in a layer file. */
interface LayerContext {
  /** The keys around it, the outermost first; an item of a list is `*`. */
  readonly path: readonly string[];
  /** Whether a key is typed there, or a value. At the start of a line it may be either. */
  readonly at: 'key' | 'value' | 'either';
  /** What has been typed of it, up to the place. */
  readonly typed: string;
  /** The offset at which it starts. */
  readonly start: number;
  /** The keys that the mapping around it has already, as far as they are written in block style. */
  readonly siblings: readonly string[];
}

/** A mapping or a list that is open at a line, in block style. */
interface Level {
  readonly indent: number;
  readonly key: string;
}

/** A key of a mapping, in quotes or not, and what follows its colon. */
const KEY = /^(?:"((?:[^"\\]|\\.)*)"|'((?:[^']|'')*)'|([^\s#{}[\],"'][^#{}[\],]*?))\s*:(?=\s|$)/;

/** Where a place in the text of a layer file is. The text may be unfinished: what is around is told by its indentation. */
export function contextAt(text: string, offset: number): LayerContext {
  const before = text.slice(0, offset).split('\n');
  const line = before.at(-1) as string;
  const levels: Level[] = [];
  let open: OpenFlow | null = null;
  for (const own of before.slice(0, -1)) open = enter(own, levels, open);
  if (open !== null && goesOn(line, open)) return inFlow(`${open.text}\n${line}`, open.path, offset)
    ?? { path: open.path, at: 'value', typed: '', start: offset, siblings: [] };
  const { rest, indent, path } = enterItems(line, levels);
  // Right after a colon, a name such as elvar:starter may go on.
  const key = KEY.exec(rest);
  if (key === null || key[0].length === rest.length && rest.endsWith(':')) {
    const flow = inFlow(rest, path, offset);
    return flow
      ?? { path, at: 'either', typed: rest, start: offset - rest.length, siblings: siblingsOf(before, text, offset, indent) };
  }
  const value = rest.slice(key[0].length).trimStart();
  const inner = [...path, nameOf(key)];
  return inFlow(value, inner, offset) ?? { path: inner, at: 'value', typed: value, start: offset - value.length, siblings: [] };
}

function nameOf([, double, single, plain]: RegExpExecArray): string {
  return double ?? single ?? plain ?? '';
}

/** `{ … }` or `[ … ]` that goes on after the end of a line. */
interface OpenFlow {
  /** From its beginning. */
  readonly text: string;
  readonly path: readonly string[];
  /** The indentation of what it belongs to. */
  readonly indent: number;
}

/** Follows a whole line. @param open what goes on from the line before. @returns what goes on after this one. */
function enter(line: string, levels: Level[], open: OpenFlow | null): OpenFlow | null {
  if (open !== null && goesOn(line, open)) return stillOpen({ ...open, text: `${open.text}\n${line}` });
  if (/^\s*(?:#|$)/.test(line)) return null;
  const { rest, indent, path } = enterItems(line, levels);
  const key = KEY.exec(rest);
  if (key === null) return stillOpen({ text: rest, path, indent: indent - 1 });
  levels.push({ indent, key: nameOf(key) });
  return stillOpen({ text: rest.slice(key[0].length), path: [...path, nameOf(key)], indent });
}

function stillOpen(flow: OpenFlow): OpenFlow | null {
  return new Flow(flow.text).open.length === 0 ? null : flow;
}

/**
 * Whether a line can belong to what was open before it: it is indented further, or closes it. What somebody has not closed yet
 * ends there.
 */
function goesOn(line: string, { indent }: OpenFlow): boolean {
  const text = line.trimStart();
  return text === '' || text.startsWith('#') || line.length - text.length > indent || /^[\]}]/.test(text);
}

/** Leaves what has ended before a line, and enters the items of lists that begin on it. */
function enterItems(line: string, levels: Level[]): { readonly rest: string; readonly indent: number; readonly path: string[] } {
  let indent = /^ */.exec(line)?.[0].length ?? 0;
  let rest = line.slice(indent);
  // An item may stand as far left as the key of its list.
  leave(levels, indent, rest.startsWith('-'));
  for (let item = /^-(?: +|$)/.exec(rest); item !== null; item = /^-(?: +|$)/.exec(rest)) {
    levels.push({ indent, key: '*' });
    indent += item[0].length;
    rest = rest.slice(item[0].length);
  }
  return { rest, indent, path: levels.map(({ key }) => key) };
}

function leave(levels: Level[], indent: number, isItem: boolean): void {
  for (let last = levels.at(-1); last !== undefined
    && (last.indent > indent || (last.indent === indent && !(isItem && last.key !== '*'))); last = levels.at(-1)) levels.pop();
}

/** A mapping or a list that is open in flow style. */
interface Bracket {
  readonly kind: '{' | '[';
  key: string | null;
  readonly keys: string[];
}

/** Follows `{ … }` and `[ … ]`. */
class Flow {
  readonly open: Bracket[] = [];
  /** Where what is being typed starts. */
  start = 0;
  /** The quotation mark that is open, and where; a comment is as if in quotes, to the end of its line. */
  private quote = '';
  private quotedFrom = 0;

  constructor(private readonly text: string) {
    for (let index = 0; index < text.length; index += 1) if (this.take(text[index] as string, index)) this.start = index + 1;
    if (this.quote !== '' && this.quote !== '#') this.start = this.quotedFrom;
  }

  /** @returns whether something new begins after the character. */
  private take(character: string, index: number): boolean {
    if (this.quote !== '') return this.takeQuoted(character, index);
    switch (character) {
      case '#':
        if (!/\s|^$/.test(this.text[index - 1] ?? '')) return false;
        this.quote = character;
        this.quotedFrom = index;
        return false;
      case '"':
      case "'":
        // Within a word it is an apostrophe.
        if (!/^\s*$/.test(this.text.slice(this.start, index))) return false;
        this.quote = character;
        this.quotedFrom = index;
        return false;
      case '{':
      case '[':
        this.open.push({ kind: character, key: null, keys: [] });
        return true;
      case '}':
      case ']':
        this.open.pop();
        return true;
      case ',':
        Object.assign(this.open.at(-1) ?? {}, { key: null });
        return this.open.length > 0;
      default:
        return character === ':' && this.endKey(index);
    }
  }

  private takeQuoted(character: string, index: number): boolean {
    const isComment = this.quote === '#';
    if (character === '\n' || (character === this.quote && !isComment && !(character === '"' && this.isEscaped(index)))) {
      this.quote = '';
    }
    // Where nothing was typed before a comment, it begins after it.
    return isComment && character === '\n' && this.text.slice(this.start, this.quotedFrom).trim() === '';
  }

  private isEscaped(index: number): boolean {
    return (index - withoutTrailing(this.text.slice(0, index), '\\').length) % 2 === 1;
  }

  /** A colon ends a key, if a blank follows it: at the end, a name such as `tag:security` may go on. */
  private endKey(index: number): boolean {
    const last = this.open.at(-1);
    if (last?.kind !== '{' || !/^\s/.test(this.text.slice(index + 1))) return false;
    last.key = this.text.slice(this.start, index).trim().replace(/^["']|["']$/g, '');
    last.keys.push(last.key);
    return true;
  }
}

/** The place within `{ … }` and `[ … ]`; null outside of these. */
function inFlow(text: string, around: readonly string[], offset: number): LayerContext | null {
  const { open, start } = new Flow(text);
  const last = open.at(-1);
  if (last === undefined) return null;
  const path = [...around, ...open.flatMap(({ kind, key }) => (kind === '[' ? ['*'] : key === null ? [] : [key]))];
  const typed = text.slice(start).trimStart();
  return {
    path, at: last.kind === '{' && last.key === null ? 'key' : 'value', typed, start: offset - typed.length, siblings: last.keys,
  };
}

/** The keys that stand in the same mapping, above and below. */
function siblingsOf(before: readonly string[], text: string, offset: number, indent: number): string[] {
  const keys: string[] = [];
  const note = (line: string): boolean => {
    if (/^\s*(?:#|$)/.test(line)) return true;
    const own = /^ *(?:- +)*/.exec(line)?.[0].length ?? 0;
    const key = own === indent ? KEY.exec(line.slice(own)) : null;
    if (key !== null) keys.push(nameOf(key));
    return own > indent || (own === indent && !/^ *- /.test(line));
  };
  const beginsHere = /^ *- /.test(before.at(-1) as string);
  for (const line of beginsHere ? [] : before.slice(0, -1).toReversed()) if (!note(line)) break;
  // Below, an item begins another mapping; above, it is the beginning of this one.
  for (const line of text.slice(offset).split('\n').slice(1)) {
    if (/^ *- /.test(line) && (/^ *(?:- +)*/.exec(line)?.[0].length ?? 0) <= indent || !note(line)) break;
  }
  return keys;
}
