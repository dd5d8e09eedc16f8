import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, isFilled, textsOf } from '../../syntax/texts.js';
import { anyOf } from '../../finders/any-of.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'locale/asset-path',
  title: 'Images and sounds are looked up, not named in the code',
  about: 'An image with words in it, or a recorded voice, differs from language to language. One that is named in the code is '
    + 'shown to everyone.',
  advice: 'Look it up by a key, as you would a translated text.',
  tags: ['translation'],
  confidence: 'certain',
  options: { endings: list(
    ['.png', '.jpg', '.jpeg', '.gif', '.webp', '.svg', '.mp3', '.ogg', '.wav', '.mp4', '.webm', '.pdf'],
    'more',
    'extensions of files that may differ between languages',
  ) },
  find: shared(byTree(findAssets)),
});

function findAssets(
  { tree, text: { text: whole } }: ParsedSource, { endings }: { readonly endings: readonly string[] },
): readonly Hit[] {
  // Few files name any, and one search of the whole text is much faster than many of its strings.
  if (!anyOf(endings).test(whole)) return NO_HITS;
  const bare = tree.ofType('plain_value').filter((node) => node.parent?.type === 'arguments');
  return hitsOf([...textsOf(tree), ...bare], (node): readonly Hit[] => {
    const written = node.text.toLowerCase();
    if (!endings.some((ending) => written.includes(ending))) return NO_HITS;
    const { text } = contentOf(node);
    const path = text.toLowerCase().replace(/[?#].*$/, '');
    // An extension alone is not a file.
    const isAsset = endings.some((ending) =>
      path.endsWith(ending) && path.length > ending.length && !/[/\\*]$/.test(path.slice(0, -ending.length)));
    // What is filled in may be all of the name.
    if (isFilled(node) && !/^[\w./-]+[$#]?\{/.test(text)) return NO_HITS;
    // A name of several parts without a folder is one of a package or a setting.
    if (/^\w+(?:\.\w+){3,}$/.test(text)) return NO_HITS;
    return isAsset && !/[\s<>]/.test(text) ? [hitAt(node, `${text} is the same in every language`)] : [];
  });
}
