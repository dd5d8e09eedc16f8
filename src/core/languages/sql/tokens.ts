/** A piece of SQL: a word or a quoted name, a text, a number, a sign, or a comment. */
export interface Token {
  readonly kind: 'word' | 'name' | 'text' | 'number' | 'sign' | 'comment' | 'end';
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  /** As written; a word in capitals, a quoted name without its marks. */
  readonly text: string;
}

/** What stood open where the file ended: a comment, a text or a name in quote marks. */
export interface Unclosed {
  readonly start: number;
  readonly mark: string;
}

/** The tokens of a file, in order. */
interface Lexed {
  readonly tokens: readonly Token[];
  readonly unclosed: Unclosed | null;
}

const SPACE = /\s+/y;
const LINE_COMMENT = /--[^\n]*|(?<=^|\n)[ \t]*#[^\n]*/y;
/** A line for the program that sends the file: PostgreSQL's psql, and SQL*Plus. */
const CLIENT_LINE =
  // elvar waive text/line-width because a pattern is one literal
  /(?<=^|\n)[ \t]*(?:\\[a-z!?].*|@@?[\w./]+.*|(?:prompt|whenever|spool|set\s+(?:serveroutput|define|echo|feedback|verify|heading|pagesize|linesize|termout|sqlblanklines))\b.*)/iy;
const WORD = /[@#$]{0,2}[\p{L}_][\p{L}\p{N}_$#@]*|@@?[\w$]+/uy;
const NUMBER = /\d+(?:\.\d+)?(?:e[-+]?\d+)?|\.\d+|0x[\da-f]+|\$\d+/iy;
const DOLLAR = /\$(?:[\p{L}_][\p{L}\p{N}_]*)?\$/uy;
const SIGN = /<=>|->>|#>>|:=|=>|<=|>=|<>|!=|\|\||::|->|[-+*/%^&|~!=<>,;().:?[\]{}@#$]/y;
const DELIMITER_LINE = /(?<=^|\n)[ \t]*DELIMITER[ \t]+(\S+)[ \t]*(?=\r?\n|$)/iy;
const BATCH_LINE = /(?<=^|\n)[ \t]*(?:GO|\/)[ \t]*(?:--.*)?(?=\r?\n|$)/iy;
/** Rows that follow a statement up to a line of their own: PostgreSQL documentation, "COPY", "Text Format". */
const COPIED_ROWS = /[^\n]*\n(?:[^]*?\n)?\\\.[ \t]*(?=\r?\n|$)/y;
const READS_ROWS = /\bCOPY\b[^;]*\bFROM\s+STDIN\b[^;]*$/i;

/** Reads a text of SQL, of whatever dialect. Bodies in dollar quotes are read as code. */
export function readTokens(text: string): Lexed {
  return new Lexer(text).read();
}

class Lexer {
  private readonly tokens: Token[] = [];
  private at = 0;
  private unclosed: Unclosed | null = null;
  private terminator = ';';
  /** Where the bodies in dollar quotes that are open close, inner ones last, with their marks. */
  private readonly bodies: { readonly close: number; readonly mark: string }[] = [];
  /** Only MySQL quotes names by backticks; and it has escapes in its texts. */
  private readonly hasEscapes: boolean;

  constructor(private readonly text: string) {
    this.hasEscapes = /`\w+`|\bENGINE\s*=|\bDELIMITER\b/i.test(text);
  }

  read(): Lexed {
    while (this.at < this.text.length && this.unclosed === null) this.step();
    return { tokens: this.tokens, unclosed: this.unclosed };
  }

  private step(): void {
    const { text } = this;
    const body = this.bodies.at(-1);
    if (body !== undefined && this.at >= body.close) {
      this.bodies.pop();
      return this.add('sign', body.mark.length);
    }
    if (this.match(SPACE) !== null || this.lineOfClient()) return;
    if (this.terminator !== ';' && text.startsWith(this.terminator, this.at)) return this.add('end', this.terminator.length);
    if (this.addMatch('comment', LINE_COMMENT) || this.blockComment()
        || this.quoted() || this.opensBody() || this.addMatch('number', NUMBER) || this.addMatch('word', WORD)) return;
    if (text[this.at] === ';' && this.terminator === ';') return this.endStatement();
    if (!this.addMatch('sign', SIGN)) this.at += 1;
  }

  /**
   * Reads a line for the program that sends the file: what ends a statement from now on, what sends those before, and other
   * commands.
   */
  private lineOfClient(): boolean {
    const delimiter = this.match(DELIMITER_LINE);
    if (delimiter !== null) this.terminator = delimiter[1] as string;
    if (delimiter !== null || this.match(CLIENT_LINE) !== null) return true;
    const batch = this.match(BATCH_LINE);
    if (batch !== null) this.tokens.push({ kind: 'end', start: this.at - batch[0].length, end: this.at, text: batch[0].trim() });
    return batch !== null;
  }

  private endStatement(): void {
    this.add('end', 1);
    if (READS_ROWS.test(this.text.slice(Math.max(0, this.at - 2_000), this.at - 1))) this.match(COPIED_ROWS);
  }

  private match(form: RegExp): RegExpExecArray | null {
    form.lastIndex = this.at;
    const found = form.exec(this.text);
    if (found !== null) this.at = form.lastIndex;
    return found;
  }

  private addMatch(kind: Token['kind'], form: RegExp): boolean {
    const start = this.at;
    const found = this.match(form);
    if (found === null) return false;
    // A comment ends with the body around it.
    this.at = Math.min(this.at, this.limit);
    const written = this.text.slice(start, this.at);
    this.tokens.push({ kind, start, end: this.at, text: kind === 'word' ? written.toUpperCase() : written });
    return true;
  }

  /** Where the innermost body ends, or the file. */
  private get limit(): number {
    return this.bodies.at(-1)?.close ?? this.text.length;
  }

  /**
   * A mark of dollars, if another one follows: PostgreSQL documentation, section 4.1.2.4. After a name or a number it is none.
   */
  private opensBody(): boolean {
    if (/[\w$]/.test(this.text[this.at - 1] ?? '')) return false;
    const start = this.at;
    const mark = this.match(DOLLAR)?.[0];
    if (mark === undefined) return false;
    const close = this.text.indexOf(mark, this.at);
    this.at = start;
    if (close < 0 || close + mark.length > this.limit) return false;
    this.add('sign', mark.length);
    this.bodies.push({ close, mark });
    return true;
  }

  private add(kind: Token['kind'], length: number): void {
    this.tokens.push({ kind, start: this.at, end: this.at + length, text: this.text.slice(this.at, this.at + length) });
    this.at += length;
  }

  /** In PostgreSQL, comments may contain others: its documentation, section 4.1.5. */
  private blockComment(): boolean {
    const { text, at } = this;
    if (!text.startsWith('/*', at)) return false;
    let end = at + 2;
    for (let depth = 1; depth > 0;) {
      const close = text.indexOf('*/', end);
      if (close < 0 || close > this.limit) {
        // What is not closed may hold an opening that was none.
        const first = text.indexOf('*/', at + 2);
        if (first < 0 || first > this.limit) {
          if (this.bodies.length > 0) {
            this.at += 2;
            return true;
          }
          this.unclosed = { start: at, mark: '/*' };
          return true;
        }
        end = first + 2;
        break;
      }
      const open = text.indexOf('/*', end);
      depth += open >= 0 && open < close ? 1 : -1;
      end = (open >= 0 && open < close ? open : close) + 2;
    }
    this.add('comment', end - at);
    return true;
  }

  private quoted(): boolean {
    const { text, at } = this;
    const mark = text[at] as string;
    const isBracket = mark === '['
      && /^\[[\p{L}_][\p{L}\p{N}_ ]*\]/u.test(text.slice(at, at + 130)) && !/[\w\])]/.test(text[at - 1] ?? '');
    if (!/['"`]/.test(mark) && !isBracket) return false;
    const end = this.endOfQuoted(isBracket ? ']' : mark);
    if (end < this.limit) {
      this.tokens.push({
        kind: mark === "'" ? 'text' : 'name',
        start: at,
        end: end + 1,
        text: mark === "'" ? text.slice(at, end + 1) : text.slice(at + 1, end),
      });
      this.at = end + 1;
    } else if (this.bodies.length > 0) this.at += 1;
    // In a body that is no code, a quote mark may be an apostrophe.
    else this.unclosed = { start: at, mark };
    return true;
  }

  /** Where what begins here closes; the end of the text if nowhere. */
  private endOfQuoted(close: string): number {
    const { text, at } = this;
    const isEscaped = close === "'" && (this.hasEscapes || /[eE]$/.test(text.slice(Math.max(0, at - 1), at)));
    let end = at + 1;
    for (; end < text.length; end += 1) {
      if (isEscaped && text[end] === '\\') end += 1;
      else if (text[end] === close) {
        if (text[end + 1] !== close) break;
        end += 1;
      }
    }
    return end;
  }
}
