/**
 * A text without some characters at its end: an expression such as `/ +$/` looks at each run of them in the text, from each of
 * its places.
 * @param out those that go, or an expression for one of them.
 */
export function withoutTrailing(text: string, out: string | RegExp): string {
  const isOut = typeof out === 'string'
    ? (character: string) => out.includes(character)
    : (character: string) => out.test(character);
  let end = text.length;
  while (end > 0 && isOut(text[end - 1] as string)) end -= 1;
  return text.slice(0, end);
}
