/** The concerns of the rules that come with Elvar, in the order in which they are shown. House rules use any other. */
export const CONCERNS = [
  'text', 'idiom', 'names', 'dead', 'slips', 'size', 'safety', 'docs', 'locale', 'words', 'imports', 'waivers',
] as const;

/** What each concern is about, in a few words. */
export const CONCERN_TITLES: Readonly<Record<string, string>> = {
  text: 'characters, spacing, line width',
  idiom: 'how things are written',
  names: 'what things are called',
  dead: 'code that nobody uses',
  slips: 'likely mistakes',
  size: 'complexity and length',
  safety: 'what attackers could exploit',
  docs: 'comments and documentation',
  locale: 'what differs between languages and countries',
  words: 'spelling and agreed terms',
  imports: 'what files import from each other',
  waivers: 'comments that excuse findings',
};
