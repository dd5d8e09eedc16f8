import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, isFilled, textsOf } from '../../syntax/texts.js';
import { anyOf } from '../../finders/any-of.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, usually, NO_HITS } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'locale/asset-path',
  title: 'Images and sounds are looked up, not named in the code',
  about: 'An image with words in it, or a recorded voice, differs from language to language. One that is named in the code is shown to everyone.',
  advice: 'Look it up by a key, as you would a translated text.',
  tags: ['translation'],
  confidence: 'certain',
  options: { endings: list(['.png', '.jpg', '.jpeg', '.gif', '.webp', '.svg', '.mp3', '.ogg', '.wav', '.mp4', '.webm', '.pdf'], 'more', 'extensions of files that may differ between languages') },
  find: usually('javascript typescript python php java cpp c css html shell go json yaml', byTree(findAssets)),
  examples: [
    good('shell', 'out="${base}.pdf"\n'),
    good('javascript', "show('tide.js', '.png');\n"),
    bad('javascript', "show('img/tide.png');\n", '1:6-20 img/tide.png is the same in every language'),
    bad('javascript', 'show(`img/${tide}.png`);\n', '1:6 img/${tide}.png is the same in every language'),
    good('typescript', "const a = asset('tide');\n"),
    bad('typescript', "import a from './tide.svg';\n", '1:15-27 ./tide.svg is the same in every language'),
    good('python', "a = 'tide'\n"),
    bad('python', "a = 'tide.gif'\n", '1:5-15 tide.gif is the same in every language'),
    good('php', "<?php $a = 'tide';\n"),
    bad('php', "<?php $a = 'tide.pdf';\n", '1:12-22 tide.pdf is the same in every language'),
    good('java', 'class Quay { String a = "tide"; }\n'),
    bad('java', 'class Quay { String a = "tide.wav"; }\n', '1:25-35 tide.wav is the same in every language'),
    good('cpp', 'const char* a = "tide";\n'),
    bad('cpp', 'const char* a = "tide.ogg";\n', '1:17-27 tide.ogg is the same in every language'),
    good('css', 'a { background: none; }\n'),
    bad('css', 'a { background: url("tide.webp"); }\nb { background: url(tide.png); }\n', ['1:21-32 tide.webp is the same in every language', '2:21-29 tide.png is the same in every language']),
    good('html', '<img alt="tide">\n'),
    bad('html', '<img src="tide.jpg">\n', '1:10-20 tide.jpg is the same in every language'),
    good('shell', "show 'tide'\n"),
    bad('shell', "show 'tide.mp4'\n", '1:6-16 tide.mp4 is the same in every language'),
    good('go', 'package quay\n\nvar a = "tide"\n'),
    bad('go', 'package quay\n\nvar a = "tide.mp3"\n', '3:9-19 tide.mp3 is the same in every language'),
    good('json', '{ "a": "tide" }\n'),
    bad('json', '{ "a": "tide.png" }\n', '1:8-18 tide.png is the same in every language'),
    good('yaml', "a: 'tide'\n"),
    bad('yaml', "a: 'tide.png'\n", '1:4-14 tide.png is the same in every language'),
  ],
});

function findAssets({ tree, text: { text: whole } }: ParsedSource, { endings }: { readonly endings: readonly string[] }): readonly Hit[] {
  // Few files name any, and one search of the whole text is much faster than many of its strings.
  if (!anyOf(endings).test(whole)) return NO_HITS;
  const bare = tree.ofType('plain_value').filter((node) => node.parent?.type === 'arguments');
  return hitsOf([...textsOf(tree), ...bare], (node): readonly Hit[] => {
    const written = node.text.toLowerCase();
    if (!endings.some((ending) => written.includes(ending))) return NO_HITS;
    const { text } = contentOf(node);
    const path = text.toLowerCase().replace(/[?#].*$/, '');
    // An extension alone is not a file.
    const isAsset = endings.some((ending) => path.endsWith(ending) && path.length > ending.length && !/[/\\*]$/.test(path.slice(0, -ending.length)));
    // What is filled in may be all of the name.
    if (isFilled(node) && !/^[\w./-]+[$#]?\{/.test(text)) return NO_HITS;
    // A name of several parts without a folder is one of a package or a setting.
    if (/^\w+(?:\.\w+){3,}$/.test(text)) return NO_HITS;
    return isAsset && !/[\s<>]/.test(text) ? [hitAt(node, `${text} is the same in every language`)] : [];
  });
}
