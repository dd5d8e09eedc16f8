import { defineRule, type Hit } from '../../model/rule.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, isFilled, textsOf } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../hits.js';
import { nameTest } from '../name-patterns.js';
import { freeNames } from '../options.js';

/** Beginnings of paths that exist on one machine and not on the next: Filesystem Hierarchy Standard 3.0, chapter 3; Windows drives and shares. */
const PATH = /^(?:\/(?:home|Users|root|opt|usr|var|etc|tmp|mnt|media|srv|private)(?:\/[\w.@%+-]+)+\/?|[A-Za-z]:(?:\\\\?|\/)[\w .-]+(?:(?:\\\\?|\/)[\w .-]+)*|(?:\\\\){2}(?!\.)[\w.-]+\\\\[\w.$-]+.*)$/;

export default defineRule({
  id: 'safety/fixed-path',
  title: 'No paths that exist on one machine only',
  about: 'On the next machine the path is different, and whoever can write there decides what the program reads.',
  advice: 'Read it from the settings or the environment, or ask the system for the folder.',
  tags: ['portability', 'security'],
  confidence: 'likely',
  options: { free: freeNames(['/dev/null', '/etc/(?:passwd|hosts|resolv\\.conf)', '/usr/bin/env.*', '/bin/.*']) },
  find: { languages: inLanguages('javascript typescript python php java cpp c css html shell go json yaml', byTree(findPaths)) },
  examples: [
    good('javascript', "read('/dev/null', './tide.txt', '/api/usr/tide');\n"),
    bad('javascript', "read('/srv/pilot/tide.txt');\n", '1:6'),
    good('typescript', "const a = 'tide/low';\n"),
    bad('typescript', "const a = 'C:\\\\Quay\\\\tide.txt';\n", '1:11'),
    good('python', "a = 'tide'\n"),
    bad('python', "a = '/tmp/tide.txt'\n", '1:5'),
    good('php', "<?php $a = __DIR__ . '/tide.php';\n"),
    bad('php', "<?php $a = '/var/www/tide.php';\n", '1:12'),
    good('java', 'class Quay { String a = "tide"; }\n'),
    bad('java', 'class Quay { String a = "/opt/quay/tide"; }\n', '1:25'),
    good('cpp', 'const char* a = "tide";\n'),
    bad('cpp', 'const char* a = "/etc/quay/tide.conf";\n', '1:17'),
    good('css', 'a { background: url("tide.png"); }\n'),
    bad('css', 'a { background: url("/srv/pilot/tide.png"); }\n', '1:21'),
    good('html', '<img src="/img/tide.png">\n'),
    bad('html', '<img src="/srv/pilot/tide.png">\n', '1:10'),
    good('shell', 'cat "$HOME/tide"\n'),
    bad('shell', "cat '/srv/pilot/tide'\n", '1:5'),
    good('go', 'package quay\n\nvar a = "tide"\n'),
    bad('go', 'package quay\n\nvar a = "/var/lib/quay"\n', '3:9'),
    good('json', '{ "a": "tide" }\n'),
    bad('json', '{ "a": "/srv/pilot/tide" }\n', '1:8'),
    good('yaml', "a: 'tide'\n"),
    bad('yaml', "a: '/srv/pilot/tide'\n", '1:4'),
  ],
});

function findPaths({ tree }: ParsedSource, { free }: { readonly free: readonly string[] }): Hit[] {
  const isFree = nameTest(free);
  return hitsOf(textsOf(tree), (node): readonly Hit[] => {
    if (node.end - node.start < 6) return NO_HITS;
    const { text } = contentOf(node);
    if (!PATH.test(text) || isFilled(node) || isFree(text) || isAddress(text)) return NO_HITS;
    return [hitAt(node, `${text} exists on one machine only`)];
  });
}

/** `C:/x` could be the beginning of an address, but no scheme has a single letter. */
function isAddress(text: string): boolean {
  return text.includes('://');
}
