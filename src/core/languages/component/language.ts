import { MARKUP, type LanguageDefinition } from '../definition.js';
import { SCRIPT_FAMILY } from '../families.js';

/** Single-file components: markup with scripts and styles. */
export const COMPONENT: LanguageDefinition = {
  id: 'component',
  endings: '.vue .svelte',
  comments: MARKUP,
  inside: { languages: ['javascript', 'typescript', 'css'], as: 'elements-at-margin' },
  family: SCRIPT_FAMILY,
  grammar: null,
};
