import { defineRule } from '../../finders/rule.js';
import { byTree, shared } from '../../finders/hits.js';
import { bareBlocks } from '../../finders/hollow-blocks.js';

export default defineRule({
  id: 'slips/hollow-block',
  title: 'No empty blocks',
  about: 'In an empty block something was either forgotten, or left out on purpose without saying why.',
  advice: 'Write the missing code, delete the block, or explain in a comment why it is empty.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(byTree((source) => bareBlocks(source, ['block']))),
});
