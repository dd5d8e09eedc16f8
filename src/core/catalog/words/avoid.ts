import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { anyOf } from '../../finders/any-of.js';
import { bad, good } from '../../finders/examples.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'words/avoid',
  title: 'Agreed terms are used',
  about: 'If one thing has two names, readers take it for two things; and some words say more than intended.',
  advice: 'Use the term that the team has agreed on.',
  tags: ['spelling', 'readability'],
  confidence: 'certain',
  options: {
    terms: list(['blacklist: blocklist', 'whitelist: allowlist'], 'more', 'what to write instead, each as WORD: INSTEAD'),
  },
  find: { everywhere: { by: 'text', find: findAvoided } },
  examples: [
    good('markdown', 'The allowlist of the harbour.\n'),
    bad('markdown', 'The whitelist of the harbour.\n', '1:5-14 whitelist: the team says allowlist'),
    bad('javascript', 'const black_list = 1; // white-list\n', [
      '1:7-17 black_list: the team says blocklist', '1:26-36 white-list: the team says allowlist',
    ]),
    bad(
      'javascript',
      'const boatBlackList = 1; // ship\nconst shipping = 2;\n',
      ['1:11 BlackList: the team says blocklist', '1:29 ship: the team says vessel'],
      { options: { terms: ['blacklist: blocklist', 'ship: vessel'] } },
    ),
  ],
});

/** A term matches as a word of its own: not inside a longer word, but inside a name that joins words. */
function* findAvoided({ text: { text } }: Source, { terms }: { readonly terms: readonly string[] }): Iterable<Hit> {
  // Nearly all files contain none of the terms and need no lower-case copy.
  const { words, beginnings, instead } = insteadOf(terms);
  if (words.length === 0 || !anyOf(beginnings).test(text)) return;
  yield* dividedTerms(text, instead);
  if (!anyOf(words).test(text)) return;
  const small = text.toLowerCase();
  if (small.length !== text.length) return;
  for (const [term, replacement] of instead) {
    for (let at = small.indexOf(term); at >= 0; at = small.indexOf(term, at + term.length)) {
      const end = at + term.length;
      if (!isJoint(text[at - 1], text[at]) || !isJoint(text[end - 1], text[end])) continue;
      const word = text.slice(at, end);
      yield {
        start: at,
        end,
        message: replacement === '' ? `${word} is a word that the team avoids` : `${word}: the team says ${replacement}`,
      };
    }
  }
}

/** Terms written in two parts, as in `black_list`: where the joint is, no term says. */
function* dividedTerms(text: string, instead: ReadonlyMap<string, string>): Iterable<Hit> {
  for (const [term, replacement] of instead) {
    if (!/^[a-z]{6,}$/.test(term)) continue;
    for (const { 0: word, index } of text.matchAll(dividedForm(term))) {
      const end = index + word.length;
      if (!/[-_]/.test(word) || !isJoint(text[index - 1], text[index]) || !isJoint(text[end - 1], text[end])) continue;
      yield {
        start: index,
        end,
        message: replacement === '' ? `${word} is a word that the team avoids` : `${word}: the team says ${replacement}`,
      };
    }
  }
}

const dividedForms = new Map<string, RegExp>();

function dividedForm(term: string): RegExp {
  let form = dividedForms.get(term);
  if (form === undefined) {
    dividedForms.set(term, (form = new RegExp(
      [...term].map((letter, at) => (at < 4 || at > term.length - 3 ? letter : `[-_]?${letter}`)).join(''), 'gi',
    )));
  }
  return form;
}

/** What to write instead of some words. */
interface Instead {
  readonly words: readonly string[];
  /** Their first letters, which no joint divides. */
  readonly beginnings: readonly string[];
  readonly instead: ReadonlyMap<string, string>;
}

const read = new WeakMap<readonly string[], Instead>();

/** What to write instead of each term, from entries like `term: instead`. */
function insteadOf(terms: readonly string[]): Instead {
  let known = read.get(terms);
  if (known === undefined) {
    const instead = new Map(terms.map((entry): [string, string] => {
      const [term = '', ...rest] = entry.split(':');
      return [term.trim().toLowerCase(), rest.join(':').trim()];
    }).filter(([term]) => term !== ''));
    read.set(
      terms, (known = { words: [...instead.keys()], beginnings: [...instead.keys()].map((term) => term.slice(0, 4)), instead }),
    );
  }
  return known;
}

/** Whether a word can end between two characters: one is not a letter, or a lower-case letter precedes a capital. */
function isJoint(before: string | undefined, after: string | undefined): boolean {
  if (before === undefined || after === undefined || !/\p{L}/u.test(before) || !/\p{L}/u.test(after)) return true;
  return /\p{Ll}/u.test(before) && /\p{Lu}/u.test(after);
}
