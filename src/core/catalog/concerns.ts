/** The concerns of the rules that come with Elvar, in the order in which they are shown. House rules use any other. */
export const CONCERNS = ['text', 'idiom', 'names', 'dead', 'slips', 'size', 'safety', 'docs', 'locale', 'words', 'imports', 'waivers'] as const;

/** What each concern is about, in a few words. */
export const CONCERN_TITLES: Readonly<Record<string, string>> = {
  text: 'bytes, blanks, width',
  idiom: 'ways of writing',
  names: 'what things are called',
  dead: 'code nobody uses',
  slips: 'likely mistakes',
  size: 'complexity and length',
  safety: 'what others could misuse',
  docs: 'comments and descriptions',
  locale: 'what differs between languages and places',
  words: 'spelling and house terms',
  imports: 'what files take from each other',
  waivers: 'comments that excuse findings',
};
