/** Where something is typed in a layer file. */
export interface LayerContext {
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
  for (const own of before.slice(0, -1)) enter(own, levels);
  const { rest, indent, path } = enterItems(line, levels);
  // Right after a colon, a name such as elvar:starter may go on.
  const key = rest.endsWith(':') ? null : KEY.exec(rest);
  if (key === null) {
    const flow = inFlow(rest, path, offset);
    return flow ?? { path, at: 'either', typed: rest, start: offset - rest.length, siblings: siblingsOf(before, text, offset, indent) };
  }
  const value = rest.slice(key[0].length).trimStart();
  const inner = [...path, nameOf(key)];
  return inFlow(value, inner, offset) ?? { path: inner, at: 'value', typed: value, start: offset - value.length, siblings: [] };
}

function nameOf([, double, single, plain]: RegExpExecArray): string {
  return double ?? single ?? plain ?? '';
}

/** Follows a whole line. */
function enter(line: string, levels: Level[]): void {
  if (/^\s*(?:#|$)/.test(line)) return;
  const { rest, indent } = enterItems(line, levels);
  const key = KEY.exec(rest);
  if (key !== null) levels.push({ indent, key: nameOf(key) });
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
  for (let last = levels.at(-1); last !== undefined && (last.indent > indent || (last.indent === indent && !(isItem && last.key !== '*'))); last = levels.at(-1)) levels.pop();
}

/** A mapping or a list that is open in flow style. */
interface Bracket {
  readonly kind: '{' | '[';
  key: string | null;
  readonly keys: string[];
}

/** Follows `{ … }` and `[ … ]` on one line. */
class Flow {
  readonly open: Bracket[] = [];
  /** Where what is being typed starts. */
  start = 0;
  private quote = '';

  constructor(private readonly text: string) {
    for (let index = 0; index < text.length; index += 1) if (this.take(text[index] as string, index)) this.start = index + 1;
    if (this.quote !== '') this.start = text.lastIndexOf(this.quote);
  }

  /** @returns whether something new begins after the character. */
  private take(character: string, index: number): boolean {
    if (this.quote !== '') {
      if (character === this.quote) this.quote = '';
      return false;
    }
    switch (character) {
      case '"':
      case "'":
        this.quote = character;
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

  /** A colon ends a key, if a blank follows it. */
  private endKey(index: number): boolean {
    const last = this.open.at(-1);
    if (last?.kind !== '{' || !/^(?:\s|$)/.test(this.text.slice(index + 1))) return false;
    last.key = this.text.slice(this.start, index).trim().replace(/^["']|["']$/g, '');
    last.keys.push(last.key);
    return true;
  }
}

/** The place within `{ … }` and `[ … ]` on one line; null outside of these. */
function inFlow(text: string, around: readonly string[], offset: number): LayerContext | null {
  const { open, start } = new Flow(text);
  const last = open.at(-1);
  if (last === undefined) return null;
  const path = [...around, ...open.flatMap(({ kind, key }) => (kind === '[' ? ['*'] : key === null ? [] : [key]))];
  const typed = text.slice(start).trimStart();
  return { path, at: last.kind === '{' && last.key === null ? 'key' : 'value', typed, start: offset - typed.length, siblings: last.keys };
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
  for (const line of before.slice(0, -1).toReversed()) if (!note(line)) break;
  for (const line of text.slice(offset).split('\n').slice(1)) if (!note(line)) break;
  return keys;
}
