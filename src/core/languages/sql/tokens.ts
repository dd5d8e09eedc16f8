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
export interface Lexed {
  readonly tokens: readonly Token[];
  readonly unclosed: Unclosed | null;
}

const SPACE = /\s+/y;
const LINE_COMMENT = /--[^\n]*|(?<=^|\n)[ \t]*#[^\n]*/y;
/** A line for the program that sends the file: PostgreSQL's psql, and SQL*Plus. */
const CLIENT_LINE = /(?<=^|\n)[ \t]*(?:\\[a-z!?].*|@@?[\w./]+.*|(?:prompt|whenever|spool|set\s+(?:serveroutput|define|echo|feedback|verify|heading|pagesize|linesize|termout|sqlblanklines))\b.*)/iy;
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
    if (this.match(SPACE) !== null) return;
    const delimiter = this.match(DELIMITER_LINE);
    if (delimiter !== null) {
      this.terminator = delimiter[1] as string;
      return;
    }
    if (this.match(CLIENT_LINE) !== null) return;
    if (this.terminator !== ';' && text.startsWith(this.terminator, this.at)) return this.add('end', this.terminator.length);
    const batch = this.match(BATCH_LINE);
    if (batch !== null) return void this.tokens.push({ kind: 'end', start: this.at - batch[0].length, end: this.at, text: batch[0].trim() });
    if (this.addMatch('comment', LINE_COMMENT) || this.blockComment() || this.quoted() || this.addMatch('sign', DOLLAR) || this.addMatch('number', NUMBER) || this.addMatch('word', WORD)) return;
    if (text[this.at] === ';' && this.terminator === ';') {
      this.add('end', 1);
      if (READS_ROWS.test(text.slice(Math.max(0, this.at - 2_000), this.at - 1))) this.match(COPIED_ROWS);
      return;
    }
    if (!this.addMatch('sign', SIGN)) this.at += 1;
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
    this.tokens.push({ kind, start, end: this.at, text: kind === 'word' ? found[0].toUpperCase() : found[0] });
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
      if (close < 0) {
        // What is not closed may hold an opening that was none.
        const first = text.indexOf('*/', at + 2);
        if (first < 0) {
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
    const isPlainBracket = mark === '[' && /^\[[\p{L}_][\p{L}\p{N}_ ]*\]/u.test(text.slice(at, at + 130)) && !/[\w\])]/.test(text[at - 1] ?? '');
    if (mark !== "'" && mark !== '"' && mark !== '`' && !isPlainBracket) return false;
    const close = isPlainBracket ? ']' : mark;
    const isEscaped = mark === "'" && (this.hasEscapes || /[eE]$/.test(text.slice(Math.max(0, at - 1), at)));
    let end = at + 1;
    for (; end < text.length; end += 1) {
      if (isEscaped && text[end] === '\\') end += 1;
      else if (text[end] === close) {
        if (text[end + 1] !== close) break;
        end += 1;
      }
    }
    if (end >= text.length) {
      this.unclosed = { start: at, mark };
      return true;
    }
    this.tokens.push({ kind: mark === "'" ? 'text' : 'name', start: at, end: end + 1, text: mark === "'" ? text.slice(at, end + 1) : text.slice(at + 1, end) });
    this.at = end + 1;
    return true;
  }
}
