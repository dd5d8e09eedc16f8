import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { dynamicCodeInPython } from '../dynamic-code.js';
import { shellTextsInPython } from '../shell-texts.js';

const { as, bad, by, good } = writerFor('python');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(good("a = 'tide'\n"), bad("a = '/tmp/tide.txt'\n", '1:5-20 /tmp/tide.txt exists on one machine only')),
  'safety/weak-digest': as(
    good('hashlib.sha256(tide)\nhashlib.md5(tide, usedforsecurity=False)\n'),
    bad(
      "import hmac\nfrom hashlib import md5\nmd5(tide)\nhmac.new(key, tide, 'sha1')\nhmac.new(key, tide, hashlib.md5)\n",
      ['3:1-10 md5 can be forged', '4:1-28 sha1 can be forged', '5:1-33 md5 can be forged'],
    ),
    bad(
      "import hashlib as h\nfrom hashlib import sha1 as short\nh.md5(tide)\nshort(tide)\nhmac.new(key, tide, digestmod='sha1')\n",
      ['3:1 h.md5 can be forged', '4:1 short can be forged', '5:1 sha1 can be forged'],
    ),
    bad("hashlib.md5(tide)\nhashlib.new('sha1')\n", ['1:1 hashlib.md5 can be forged', '2:1 sha1 can be forged']),
  ),
  'safety/dynamic-code': by(
    byTree(dynamicCodeInPython),
    good('import ast\ntide = ast.literal_eval(text)\n'),
    bad('exec(text)\n', '1:1-11 exec runs text as code'),
    good('def eval(text):\n    return 1\neval(text)\n'),
    good('import re\nre.compile(text, re.I)\n'),
    bad(
      "exec(compile(text, 'tide', 'exec'))\nbuiltins.eval(text)\n",
      ['1:6 compile runs text as code', '2:1 builtins.eval runs text as code'],
    ),
  ),
  'safety/shell-text': by(
    byTree(shellTextsInPython),
    good("subprocess.run(['ls', folder])\nos.system('ls')\n"),
    good("subprocess.run('ls ' + shlex.quote(folder), shell=True)\n"),
    bad("from subprocess import run\nrun('ls ' + folder, shell=True)\n", '2:1-32 run runs a command built from values'),
    bad("from os import system\nimport subprocess as sp\nsystem('ls ' + folder)\ncommand = f'ls {folder}'\n"
      + "sp.run(command, shell=True)\nsp.run(['sh', '-c', command])\n", [
      '3:1 system runs a command built from values', '5:1 sp.run runs a command built from values',
      '6:1 sp.run runs a command built from values',
    ]),
    bad(
      "os.system('ls ' + folder)\nsubprocess.run(f'ls {folder}', shell=True)\n",
      ['1:1 os.system runs a command built from values', '2:1 subprocess.run runs a command built from values'],
    ),
  ),
};
