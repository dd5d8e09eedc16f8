import type { Language, LanguageId } from '../base/language.js';
import { fencedCode } from './fenced-code.js';
import { memoized } from './memo.js';
import type { Source } from './source.js';

/** Code inside a file of another language, as UTF-16 offsets. */
export interface EmbeddedCode {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  /** What each line begins with that is none of the code. */
  readonly prefix: string;
  readonly language: Language;
  /** What the name of a file with such code ends in, where the language does not say enough; else empty. */
  readonly ending: string;
}

/**
 * The scripts and styles in HTML, in the HTML around PHP, and in single-file components, and the code in Markdown, in text order.
 */
export const embeddedCode = memoized((source: Source): readonly EmbeddedCode[] => {
  const { text: { text, language } } = source;
  if (language.insideAs === 'fences') {
    return fencedCode(text, source.languages).filter((code) => language.inside.includes(code.language.id));
  }
  if (language.insideAs === null || !/<(?:script|style)\b/i.test(text)) return [];
  const { tree } = source;
  if (language.insideAs === 'elements-at-margin') return codeIn(text, 0, source, TOP_LEVEL);
  if (tree === null) return [];
  // HTML's own grammar knows where an element is text, or part of a comment.
  const stretches = language.insideAs === 'elements' ? tree.ofTypes(['script_element', 'style_element']) : tree.ofType('text');
  return stretches.flatMap((node) => codeIn(node.text, node.start, source, ANYWHERE));
});

const ANYWHERE = /<(?<element>script|style)\b(?<attributes>[^>]{0,9999})>/gi;
const TOP_LEVEL = new RegExp(`^${ANYWHERE.source}`, 'gim');
const ENDS: Readonly<Record<string, RegExp>> = { script: /<\/script\s*>/gi, style: /<\/style\s*>/gi };

/** The opening tags in a text with the places where their content ends. What is inside one is not looked at. */
function* elementsIn(
  text: string, form: RegExp,
): Iterable<{ readonly element: string; readonly attributes: string; readonly start: number; readonly end: number }> {
  for (let from = 0; ;) {
    form.lastIndex = from;
    const opening = form.exec(text);
    if (opening === null) return;
    const element = (opening.groups?.['element'] ?? '').toLowerCase();
    const start = opening.index + opening[0].length;
    const closing = ENDS[element] as RegExp;
    closing.lastIndex = start;
    const closed = closing.exec(text);
    // An element that is not closed is no script.
    if (closed === null) return;
    yield { element, attributes: opening.groups?.['attributes'] ?? '', start, end: closed.index };
    from = closing.lastIndex;
  }
}

/** What a template language fills in later: code around it may be anything. */
const FILLED_IN = /\{\{|\{%|<%|<\?/;

function codeIn(text: string, offset: number, { text: { language: around }, languages }: Source, form: RegExp): EmbeddedCode[] {
  return [...elementsIn(text, form)].flatMap(({ element, attributes, start, end }): EmbeddedCode[] => {
    const content = text.slice(start, end);
    const id = element === 'style' ? styleLanguage(attributes) : scriptLanguage(attributes);
    const language = id === null || !around.inside.includes(id) ? undefined : languages.byId(id);
    if (language === undefined
        || content.trim() === '' || (around.insideAs !== 'elements-at-margin' && FILLED_IN.test(content))) return [];
    return [{ start: offset + start, end: offset + end, prefix: '', language, ending: '' }];
  });
}

/** The value of an attribute, in lower case; empty without one. */
function valueOf(name: string, attributes: string): string {
  const { groups } =
    new RegExp(`\\b${name}\\s*=\\s*(?:"(?<double>[^"]*)"|'(?<single>[^']*)'|(?<bare>[^\\s"'>]+))`, 'i').exec(attributes) ?? {};
  return (groups?.['double'] ?? groups?.['single'] ?? groups?.['bare'] ?? '').trim().toLowerCase();
}

/** HTML Living Standard, section 4.12.1.1: without a type, or with one for JavaScript, a script is run; all others are data. */
function scriptLanguage(attributes: string): LanguageId | null {
  const language = valueOf('lang', attributes);
  if (/^(?:ts|typescript)$/.test(language)) return 'typescript';
  const type = valueOf('type', attributes);
  if (/^(?:|module|(?:text|application)\/(?:x-)?(?:java|ecma)script)$/.test(type)) {
    return /^(?:|js|javascript)$/.test(language) ? 'javascript' : null;
  }
  return /^(?:importmap|speculationrules|application\/(?:[\w.]+\+)?json)$/.test(type) ? 'json' : null;
}

function styleLanguage(attributes: string): LanguageId | null {
  return /^(?:|css)$/.test(valueOf('lang', attributes)) && /^(?:|text\/css)$/.test(valueOf('type', attributes)) ? 'css' : null;
}
