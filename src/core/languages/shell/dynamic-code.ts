import { tellDynamicCode } from '../../finders/dynamic-code.js';
import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';

/** A shell that is started to run a text made of values. */
const SHELLS = /^(?:.*\/)?(?:ba|z|k|da)?sh$/;

export function dynamicCodeInShell({ tree }: ParsedSource): Hit[] {
  return hitsOf(tree.ofType('command'), (command): readonly Hit[] => {
    const name = command.child('name')?.text ?? '';
    if (name === 'eval') return [tellDynamicCode(command, name)];
    const [flag, text] = command.childrenOf('argument');
    const isRun = SHELLS.test(name) && flag !== undefined
      && /^-[a-z]*c$/.test(flag.text) && text !== undefined && (isFilled(text) || /expansion/.test(text.type));
    return isRun ? [hitAt(command, `${name} runs text as code`, undefined, { confidence: 'possible' })] : NO_HITS;
  });
}
