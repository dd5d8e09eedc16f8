import { printingCalls } from '../../finders/printing-calls.js';
import { selfComparisons } from '../../finders/self-comparisons.js';
import { byCalls } from '../../finders/found-calls.js';
import { byTree, eachNode, hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../finders/language-rules.js';
import { endsOfLists } from '../../finders/last-commas.js';
import { undescribed } from '../../finders/undescribed.js';
import { argumentsOf, objectOf } from '../../syntax/calls.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, isFilled } from '../../syntax/texts.js';
import { isPublic } from './members.js';

const { as, by, good, bad } = writerFor('ruby');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know Ruby. */
export const RUBY_RULES: LanguageRules = {
  'size/branches': as(
    good('def moor(a)\n  a > 1 ? 1 : 2\nend\n', TWO),
    bad(
      'def moor(a)\n  return 1 if a > 1\n  sail unless a\nend\ndef sail(a)\n  case a\n  when 1 then wait\n  when 2 then moor\n'
        + '  end\nend\n',
      ['1:5-9 3 paths through this function, 1 over 2', '5:5-9 3 paths through this function, 1 over 2'],
      TWO,
    ),
  ),
  'size/nesting': as(
    good('if a\n  while b\n    sail if c && d\n  end\nelsif e\n  wait\nend\n', { options: { max: 3 } }),
    bad('if a\n  while b\n    unless c\n      sail\n    end\n  end\nend\n', '3:5-13 nested 3 levels deep, 2 allowed', TWO),
  ),
  'size/parameters': as(
    good('def moor(berth, tide: 1)\nend\n', TWO),
    bad('def moor(berth, tide: 1, **more)\nend\n', '1:9-33 3 parameters, 1 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay\n  def moor; end\n  def sail; end\nend\n', TWO),
    bad('class Quay\n  def moor; end\n  def sail; end\n  def self.wait; end\nend\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('a = b && c\n', TWO), bad('a = b && c || d\n', '1:5-16 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('def moor\n  sail\nend\n', { options: { max: 3 } }),
    bad('def moor\n  sail\n  wait\nend\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'names/functions': as(
    good('def low_tide?; end\ndef tide!; end\ndef ==(other); end\n'),
    bad('def lowTide; end\n', '1:5-12 lowTide is not written like low_tide'),
  ),
  'names/types': as(
    good('class LowTide; end\nmodule Quay; end\n'),
    bad(
      'class Low_Tide; end\nmodule Quay_Side; end\n',
      ['1:7-15 Low_Tide is not written like LowTide', '2:8-17 Quay_Side is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('def moor(low_tide)\n  high, _rest = low_tide\nend\n'),
    bad(
      'def moor(lowTide)\n  highTide = lowTide\n  sail(highTide)\nend\n',
      ['1:10-17 lowTide is not written like low_tide', '2:3-11 highTide is not written like low_tide'],
    ),
  ),
  'names/length': as(
    good('def low(tide)\n  tide\nend\n'),
    bad('def low\n  q = 1\n  sail(q)\nend\n', '2:3-4 q has 1 character; at least 2 are required'),
  ),
  'dead/after-exit': as(
    good('def moor\n  return 1 if full\n  raise Full unless free\n  2\nend\n'),
    bad(
      'def moor\n  return 1\n  sail\nend\ndef wait\n  raise Full, "full"\n  sail\nend\n',
      ['3:3-7 never runs: return above leaves the block', '7:3-7 never runs: raise above leaves the block'],
    ),
  ),
  'dead/branch': as(
    good('if a\n  sail\nelsif b\n  wait\nend\nunless a\n  wait if a\nend\n'),
    bad(
      'sail if false\nif a\n  sail\nelsif a\n  wait\nend\n',
      ['1:9-14 this is never true', '4:7-8 the same condition is tested above, so this branch never runs'],
    ),
  ),
  'dead/variable': as(
    good(
      'def moor\n  low = 1\n  first, second = pair\n  sail("#{low}")\n  last = 2\nend\ndef sail\n  low = 1\n  wait(low:)\nend\n',
    ),
    bad(
      'def moor\n  low = 1\n  high = 2\n  high = 3\n  sail\nend\n',
      ['2:3-6 low is never used', '3:3-7 high is set but never read'],
    ),
  ),
  'dead/parameter': as(
    good('def moor(berth, _tide)\n  berth\nend\nclass Quay\n  def sail(tide)\n    wait\n  end\nend\n'),
    bad('def moor(berth, tide)\n  berth\nend\n', '1:17-21 tide is never read'),
  ),
  'dead/class': as(
    good('class Tide; end\n', { file: 'tide.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nTide.new\n' } }),
    bad('class Tide\n  def copy\n    Tide.new\n  end\nend\n', '1:7-11 [likely] Tide is never used in the project', {
      file: 'tide.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nsail\n' },
    }),
  ),
  'dead/function': as(
    good(
      'class Quay\n  def moor; end\n  def low?; end\nend\n',
      { file: 'quay.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nQuay.new.moor if quay.low?\n' } },
    ),
    good('class Quay\n  before :moor\n  def moor; end\n  def initialize; end\nend\n'),
    bad('class Quay\n  def moor; end\nend\n', '2:7-11 [possible] moor is never used in the project', {
      file: 'quay.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nQuay.new.sail\n' },
    }),
  ),
  'slips/self-compare': by(
    // Naming a thing twice is also how to say that it is used elsewhere.
    selfComparisons({ isUseful: true }),
    good('a = low == high\n'),
    bad(
      'a = low == low\nlow = low\n',
      ['1:5-15 [possible] low is on both sides of ==', '2:1-10 [possible] low is assigned to itself'],
    ),
  ),
  'slips/repeated-case': as(
    good('case a\nwhen 1, 2 then sail\nwhen 3 then wait\nend\n'),
    bad(
      'case a\nwhen 1, 2 then sail\nwhen 2 then wait\nend\n', '3:6-7 the case 2 appears above already; this one is never reached',
    ),
  ),
  'slips/swallowed-error': by(
    eachNode(['except_clause'], judgeRescue),
    good('begin\n  sail\nrescue Full\nend\nbegin\n  sail\nrescue => e\n  log(e)\nend\nbegin\n  sail\nrescue\n'
      + '  # the pilot waits\nend\n'),
    bad(
      'begin\n  sail\nrescue => e\nend\nbegin\n  sail\nrescue StandardError\n  nil\nend\n',
      ['3:1-12 the error caught here is ignored', '7:1-21 the error caught here is ignored'],
    ),
  ),
  'slips/equals-without-hash': by(
    eachNode(['class_declaration'], judgeEquality),
    good('class Quay\n  def eql?(other) = true\n  def hash = 1\nend\n'),
    bad('class Quay\n  def eql?(other) = true\nend\n', '2:7-11 eql? is redefined here but hash is not'),
  ),
  'slips/syntax': as(good('berths = [1]\n'), bad('def moor(\nend\n', '1:9-10 “(” is never closed')),
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
  'docs/public-comment': by(
    undescribed(['class_declaration', 'module_declaration', 'method_declaration'], isPublic),
    good('# The quay.\nclass Quay\n  # Sails.\n  def sail; end\n  def initialize; end\n\n  private\n\n  def wait; end\nend\n'),
    bad(
      '# The quay.\nclass Quay\n  def moor; end\nend\nmodule Tide; end\n',
      ['3:7-11 moor is public but not documented', '5:8-12 Tide is public but not documented'],
    ),
  ),
  'idiom/debug-print': by(
    printingCalls({ bare: ['print', 'printf', 'puts', 'p', 'pp'] }),
    good("log.info('moored')\n$stderr.puts 'full'\nquay.p\n"),
    bad("puts 'moored'\npp tide\n", ['1:1-14 puts bypasses the log', '2:1-8 pp bypasses the log']),
  ),
  'imports/barred': as(
    good("require 'quay'\n", { options: { modules: ['tide'] } }),
    bad("require 'tide/low'\n", '1:9-19 tide is barred here', { options: { modules: ['tide'] } }),
  ),
  'text/spacing': as(
    good('a = b + c\nmoor(-1, *d)\n'),
    bad('a=b +c\nmoor(1,2)\n', ['1:2-3 no space around =', '1:5-6 no space after +', '2:7-8 no space after this comma'], {
      repaired: 'a = b + c\nmoor(1, 2)\n',
    }),
    good('moor -1\n'),
  ),
  'text/blank-between': as(
    good('class Quay\n  def moor\n    sail\n  end\n\n  # Sails.\n  def sail\n    moor\n  end\nend\n'),
    bad(
      'class Quay\n  def moor\n    sail\n  end\n  # Sails.\n  def sail\n    moor\n  end\nend\n',
      '6:3-11 no empty line above this definition',
      { repaired: 'class Quay\n  def moor\n    sail\n  end\n\n  # Sails.\n  def sail\n    moor\n  end\nend\n' },
    ),
  ),
  'text/alignment': as(
    good('low = 1\nhighest = 2\n'),
    bad('low     = 1\nhighest = 2\n', '1:4-10 5 spaces before this =', { repaired: 'low = 1\nhighest = 2\n' }),
  ),
  'idiom/last-comma': by(
    endsOfLists(['array', 'hash']),
    good('a = [\n  1,\n  2,\n]\nb = { low: 1 }\n'),
    bad(
      'a = [\n  1,\n  2\n]\nb = { low: 1, }\n',
      ['3:4-4 a comma is missing after the last item', '5:13-14 a comma after the last item'],
      { repaired: 'a = [\n  1,\n  2,\n]\nb = { low: 1 }\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('a = b ? 1 : 2\n'), bad('a = b ? 1 : (c ? 2 : 3)\n', '1:14-23 a conditional expression inside another one'),
  ),
  'slips/repeated-key': as(
    good("a = { low: 1, 'low' => 2, moor => 3, moor => 4 }\n"),
    bad('a = { low: 1, :low => 2 }\n', '1:15-19 the key low appears twice; only the last value counts'),
  ),
};

/** A handler for every error that does nothing. */
function judgeRescue(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const caught = node.child('exceptions')?.text ?? 'StandardError';
  const body = node.child('body');
  const isIdle = body === null || body.parts.every(({ type }) => type === 'nil');
  // A comment may stand where the grammar no longer sees the handler.
  if (!/\b(?:StandardError|Exception)\b/.test(caught)
      || !isIdle
      || node.parts.some(isComment)
      || (node.next !== null && isComment(node.next))
      || (node.nextType === null && node.parent?.next !== null && isComment(node.parent?.next as SyntaxNode))) return null;
  const head = node.text.split('\n', 1)[0]?.trimEnd() ?? '';
  return { start: node.start, end: node.start + head.length, message: 'the error caught here is ignored' };
}

/** A class that says when two of it are equal, and not by which number to find them: Ruby documentation, `Object#hash`. */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'method_declaration');
  const equality = methods.find((method) => method.child('name')?.text === 'eql?');
  if (equality === undefined || methods.some((method) => method.child('name')?.text === 'hash')
      || /\balias(?:_method)?\b[^\n]*\bhash\b/.test(node.text)) return null;
  return hitAt(equality.child('name') ?? equality, 'eql? is redefined here but hash is not');
}

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
