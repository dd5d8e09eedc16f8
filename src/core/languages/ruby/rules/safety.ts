import { byCalls } from '../../../finders/found-calls.js';
import { byTree, hitAt, hitsOf, NO_HITS } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { argumentsOf, objectOf } from '../../../syntax/calls.js';
import type { SyntaxNode } from '../../../syntax/node.js';
import type { ParsedSource } from '../../../syntax/source.js';
import { contentOf, isFilled } from '../../../syntax/texts.js';

const { as, bad, by, good } = writerFor('ruby');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("a = 'berths/low.txt'\n"), bad("a = '/srv/pilot/low.txt'\n", '1:5-25 /srv/pilot/low.txt exists on one machine only'),
  ),
  'safety/weak-digest': by(
    byTree(findWeak),
    good("Digest::SHA256.hexdigest(a)\nOpenSSL::Digest.new('SHA256')\n"),
    bad(
      "Digest::MD5.hexdigest(a)\nOpenSSL::Digest.new('SHA1')\nOpenSSL::Digest::MD5.new\n",
      ['1:1-25 MD5 can be forged', '2:1-28 SHA1 can be forged', '3:1-25 MD5 can be forged'],
    ),
  ),
  'safety/shell-text': by(
    byTree(findShells),
    good("system('ls', quay)\nsystem('ls')\nexec \"ls #{Shellwords.escape(quay)}\"\n`ls`\nquay.system(\"ls #{a}\")\n"),
    bad('system("ls #{quay}")\n`ls #{quay}`\nIO.popen("ls #{quay}")\n', [
      '1:1-21 system runs a command built from values', '2:1-13 this runs a command built from values',
      '3:1-23 popen runs a command built from values',
    ]),
  ),
  'safety/dynamic-code': by(
    byCalls({
      names: ['eval', 'instance_eval', 'class_eval', 'module_eval'],
      callee: /(?:^|\.)(?:eval|(?:instance|class|module)_eval)$/,
      tell: (call, callee) => (runsText(call, callee) ? `${callee} runs text as code` : null),
    }),
    good('quay.instance_eval { moor }\nquay.eval(a)\nquay.class_eval(&moor)\n'),
    bad(
      'eval(text)\nquay.class_eval("def #{name}; end")\n',
      ['1:1-11 eval runs text as code', '2:1-36 quay.class_eval runs text as code'],
    ),
  ),
};

const WEAK = /\b(?:Digest|OpenSSL::Digest|OpenSSL::HMAC)\b.*\b(?:MD5|SHA1)\b/;

function findWeak({ tree }: ParsedSource): readonly ReturnType<typeof hitAt>[] {
  return hitsOf(tree.ofType('call_expression'), (call) => {
    const object = call.child('object');
    if (object === null || !/^(?:::)?(?:Digest|OpenSSL::(?:Digest|HMAC))\b/.test(object.text)) return NO_HITS;
    const [first] = argumentsOf(call);
    const named = first?.type === 'string' ? contentOf(first).text : '';
    return WEAK.test(object.text) || /^(?:md5|sha-?1)$/i.test(named)
      ? [hitAt(call, `${/MD5|SHA1/.exec(object.text)?.[0] ?? named} can be forged`)]
      : NO_HITS;
  });
}

const RUNNERS = new Set(['system', 'exec', 'spawn', 'popen', 'capture2', 'capture2e', 'capture3']);

const MODULES = /^(?:Kernel|IO|Open3|Process)$/;

function findShells({ tree }: ParsedSource): readonly ReturnType<typeof hitAt>[] {
  const calls = hitsOf(tree.ofType('call_expression'), (call) => {
    const name = call.child('name')?.text ?? '';
    const given = argumentsOf(call);
    const object = objectOf(call);
    if (!RUNNERS.has(name) || (object !== null && !MODULES.test(object.text))
        || (object === null && !/^(?:system|exec|spawn)$/.test(name))) return NO_HITS;
    // With more than one argument, no shell is started.
    return given.length === 1 && isJoined(given[0] as SyntaxNode)
      ? [hitAt(call, `${name} runs a command built from values`)]
      : NO_HITS;
  });
  return [
    ...calls,
    ...tree.ofType('subshell').filter(isJoined).map((node) => hitAt(node, 'this runs a command built from values')),
  ];
}

/** Whether a text is made of values that nothing has made safe. */
function isJoined(node: SyntaxNode): boolean {
  if (/\b(?:shellescape|Shellwords)\b/.test(node.text)) return false;
  return (/^(?:string|subshell)$/.test(node.type) && isFilled(node))
    || (node.type === 'binary_expression' && node.child('operator')?.text === '+');
}

/** Whether a call evaluates a text, not a block; of another object, only these methods do. */
function runsText(call: SyntaxNode, callee: string): boolean {
  const [first] = argumentsOf(call);
  if (first === undefined || first.type === 'block_argument' || call.child('block') !== null) return false;
  return callee === 'eval' || callee === 'Kernel.eval' || callee.endsWith('_eval');
}
