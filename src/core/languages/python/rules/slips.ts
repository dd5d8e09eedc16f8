import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('try:\n    while True:\n        sail(next(boats))\nexcept StopIteration:\n    wait()\n'),
    good('while True:\n    if sail():\n        break\nfor boat in boats:\n    sail(boat)\n'),
    bad('while True:\n    sail()\n', '1:1-12 nothing ends this loop'),
    bad('def moor(n):\n    full = False\n    while not full:\n        sail()\n    i = 0\n    while i < n:\n        j = i + 1\n', ['3:5 nothing in the loop changes full', '6:5 nothing in the loop changes i or n']),
  ),
  'slips/syntax': as(
    good('tide = [1]\n'),
    good('def sail():\n    for a in b:\n        continue\n    return lambda: 1\n'),
    bad('def sail():\nmoor()\nreturn 1\n', ['1:11-12 an indented block is missing after this', '3:1-7 return is outside a function']),
    good('def sail(a, b=1, *c, d, **e):\n    return moor(a, d=b, *c, **e)\nasync def wait():\n    return [await a for a in b]\nif a: \\\n    sail()\n'),
    bad('print "x"\nif a:\n    b = 1\n     c = 2\nsail(a=1, 2)\ndef moor(a=1, b): pass\nyield 1\n', ['1:1 print is a function in Python 3 and needs brackets', '4:6 this line is indented further than the block around it', '5:11 this positional argument follows a keyword argument', '6:15 this parameter without a default follows one with a default', '7:1 yield is outside a function']),
    bad('def sail(:\n    pass\n', '1:10 “)” is missing here'),
  ),
  'slips/unthrown-error': as(
    bad('def moor():\n    NotImplementedError\nStopIteration()\n', ['2:5-24 NotImplementedError is named here but not raised', '3:1-16 StopIteration is created here but not thrown']),
    good("raise ValueError('full')\nfull = ValueError('full')\n"),
    bad("ValueError('full')\n", '1:1 ValueError is created here but not thrown'),
  ),
};
