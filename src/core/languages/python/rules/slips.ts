import { unthrownErrors } from '../../../finders/unthrown-errors.js';
import { isTried } from '../endless-loops.js';
import { endlessLoops } from '../../../finders/endless-loops.js';
import { selfComparisons } from '../../../finders/self-comparisons.js';
import { makesMember } from '../self-comparisons.js';
import { byTree, eachNode } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { eachHolder, literalKey } from '../../../finders/repeated-keys.js';
import { judgeCatch } from '../../../finders/swallowed-errors.js';
import { isBroad } from '../swallowed-errors.js';
import { unclosedInPython } from '../unclosed-resources.js';

const { as, bad, by, good } = writerFor('python');

/** Exceptions whose names do not say so. */
const BUILT_IN = /(?:^|[^\w.])(?:StopIteration|StopAsyncIteration|KeyboardInterrupt|SystemExit|GeneratorExit)$/;

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': by(
    endlessLoops({ isEndedAround: isTried }),
    good('try:\n    while True:\n        sail(next(boats))\nexcept StopIteration:\n    wait()\n'),
    good('while True:\n    if sail():\n        break\nfor boat in boats:\n    sail(boat)\n'),
    bad('while True:\n    sail()\n', '1:1-12 nothing ends this loop'),
    bad(
      'def moor(n):\n    full = False\n    while not full:\n        sail()\n    i = 0\n    while i < n:\n        j = i + 1\n',
      ['3:5 nothing in the loop changes full', '6:5 nothing in the loop changes i or n'],
    ),
  ),
  'slips/syntax': as(
    good('tide = [1]\n'),
    good('def sail():\n    for a in b:\n        continue\n    return lambda: 1\n'),
    bad(
      'def sail():\nmoor()\nreturn 1\n',
      ['1:11-12 an indented block is missing after this', '3:1-7 return is outside a function'],
    ),
    good('def sail(a, b=1, *c, d, **e):\n    return moor(a, d=b, *c, **e)\nasync def wait():\n'
      + '    return [await a for a in b]\nif a: \\\n    sail()\n'),
    bad('print "x"\nif a:\n    b = 1\n     c = 2\nsail(a=1, 2)\ndef moor(a=1, b): pass\nyield 1\n', [
      '1:1 print is a function in Python 3 and needs brackets', '4:6 this line is indented further than the block around it',
      '5:11 this positional argument follows a keyword argument',
      '6:15 this parameter without a default follows one with a default', '7:1 yield is outside a function',
    ]),
    bad('def sail(:\n    pass\n', '1:10 “)” is missing here'),
  ),
  'slips/unthrown-error': by(
    unthrownErrors({ otherNames: BUILT_IN }),
    bad(
      'def moor():\n    NotImplementedError\nStopIteration()\n',
      ['2:5-24 NotImplementedError is named here but not raised', '3:1-16 StopIteration is created here but not thrown'],
    ),
    good("raise ValueError('full')\nfull = ValueError('full')\n"),
    bad("ValueError('full')\n", '1:1 ValueError is created here but not thrown'),
  ),
  'slips/unclosed-resource': by(
    byTree(unclosedInPython),
    good("with open('tide') as tide:\n    tide.read()\ndef log():\n    return open('log')\nfile = open('a')\nfile.close()\n"),
    bad(
      "text = open('tide').read()\ndef moor():\n    file = open('berth')\n    sail(file.read())\n",
      ['1:8-20 what open gives is not closed', '3:12-25 what open gives is not closed'],
    ),
    good('def moor(path):\n    with open(path) as berths:\n        json.load(berths)\n    sail(stdout=open(path))\n'
      + '    run(open(path))\n'),
    bad('def moor(path):\n    json.load(open(path))\n    for line in open(path):\n        sail(line)\n'
      + "    log = sqlite3.connect(path)\n    log.execute('x')\n", [
      '2:15 what open gives is not closed', '3:17 what open gives is not closed',
      '5:11 what sqlite3.connect gives is not closed',
    ]),
  ),
  'slips/repeated-key': by(
    eachHolder(['dictionary'], (part) => literalKey(part.type === 'pair' ? part.child('key') : null)),
    good("quay = {'low': 1, 'high': 2, low: 3, low: 4}\n"),
    bad("quay = {'low': 1, 'low': 2}\n", '1:19-24 the key low appears twice; only the last value counts'),
    good("quay = {True: 1, 'True': 2, 1: 3, '1': 4}\n"),
  ),
  'slips/self-compare': by(
    selfComparisons({ hasNotANumber: 'either', declares: makesMember }),
    good('class Quay:\n    tide = tide\n'),
    bad('def moor(b):\n    if a is a:\n        b = b\n', ['2:8-14 a is on both sides of is', '3:9-14 b is assigned to itself']),
    good('str = str\n'),
    good('same = a == b\n'),
    bad('same = a == a or b and b\n', ['1:8 [possible] a is on both sides of ==', '1:18 b is on both sides of and']),
  ),
  'slips/swallowed-error': by(
    eachNode(['except_clause'], (node) => (isBroad(node) ? judgeCatch(node) : null)),
    good('try:\n    sail()\nexcept KeyError:\n    pass\n'),
    bad('try:\n    sail()\nexcept Exception:\n    pass\n', '3:1-18 the error caught here is ignored'),
  ),
};
