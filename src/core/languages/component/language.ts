import { MARKUP, type LanguageDefinition } from '../definition.js';
import type { FactCollector } from '../../facts/collector.js';
import { SCRIPT_FAMILY } from '../families.js';
import { importsInside } from '../html/facts.js';

/** Single-file components: markup with scripts and styles. */
export const COMPONENT: LanguageDefinition = {
  id: 'component',
  endings: '.vue .svelte',
  comments: MARKUP,
  inside: { languages: ['javascript', 'typescript', 'css'], as: 'elements-at-margin' },
  family: SCRIPT_FAMILY,
  textFacts: collectComponent,
  grammar: null,
};

/** Every word of a component may be a name in its script. */
function collectComponent(text: string, facts: FactCollector): void {
  facts.words.addText(text);
  for (const imported of importsInside(text)) facts.import(imported);
}
