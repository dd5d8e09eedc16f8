/** What begins with a mark and ends with another, such as a string or a comment. */
export interface StretchKind {
  /** The whole stretch; a sticky expression. */
  readonly whole: RegExp;
  /**
   * Where an end may be: on the same line, or anywhere in the text. If there is none, no later mark of this kind within reach has
   * one either.
   */
  readonly reach: 'line' | 'text';
}

/**
 * The stretches of a text one after another, in time linear in the text: where an end is missing, it is looked for only once.
 * @param marks a global expression that finds what stretches begin with.
 * @param kindOf the kind that a mark begins: always the same object.
 */
export function* stretchesIn(
  text: string, marks: RegExp, kindOf: (mark: string, index: number) => StretchKind,
): Generator<RegExpExecArray> {
  const endless = new Map<StretchKind, number>();
  marks.lastIndex = 0;
  for (let mark = marks.exec(text); mark !== null; mark = marks.exec(text)) {
    const kind = kindOf(mark[0], mark.index);
    if ((endless.get(kind) ?? -1) > mark.index) continue;
    kind.whole.lastIndex = mark.index;
    const whole = kind.whole.exec(text);
    if (whole === null) {
      const lineEnd = kind.reach === 'line' ? text.indexOf('\n', mark.index) : -1;
      endless.set(kind, lineEnd < 0 ? Infinity : lineEnd);
      marks.lastIndex = mark.index + 1;
      continue;
    }
    const next = whole.index + Math.max(1, whole[0].length);
    yield whole;
    marks.lastIndex = next;
  }
}
