import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { freeNames, whole } from '../../finders/options.js';
import { shortNames } from '../../finders/short-names.js';

export default defineRule({
  id: 'names/length',
  title: 'Names are long enough to mean something',
  about: 'A one-letter name has to be remembered; a word can be read.',
  advice: 'Write the word out. If a single letter is the convention, make it exempt.',
  tags: ['naming', 'readability'],
  confidence: 'certain',
  options: {
    min: whole(2, 1, 40, 'higher', 'the shortest name allowed, in characters'),
    free: freeNames(['[_ijknxyzeabTKVPE]']),
  },
  find: shared(shortNames()),
});
