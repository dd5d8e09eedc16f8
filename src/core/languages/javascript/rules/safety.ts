import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { dynamicCodeInScript } from '../dynamic-code.js';
import { shellTextsInScript } from '../shell-texts.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("read('/dev/null', './tide.txt', '/api/usr/tide');\n"),
    bad("read('/srv/pilot/tide.txt');\n", '1:6-27 /srv/pilot/tide.txt exists on one machine only'),
    bad('read(`/srv/pilot/${tide}`);\n', '1:6 /srv/pilot/${tide} exists on one machine only'),
  ),
  'safety/weak-digest': as(
    good("createHash('sha256');\n"),
    bad("crypto.createHash('md5');\n", '1:1-25 md5 can be forged'),
    bad(
      "import md5 from 'md5';\nmd5(tide);\nconst kind = 'sha1';\ncreateHash(kind);\nrequire('crypto').createHash('md5');\n",
      ['2:1 md5 can be forged', '4:1 sha1 can be forged', '5:1 md5 can be forged'],
    ),
    good("import { md5 } from './quay.js';\nmd5(tide);\n"),
  ),
  'safety/dynamic-code': by(
    byTree(dynamicCodeInScript),
    good('tides.eval(1);\nsetTimeout(() => sail(), 10);\n'),
    bad(
      "eval(tide);\nconst sail = new Function('return 1');\nsetTimeout('sail()', 10);\n",
      ['1:1-11 eval runs text as code', '2:14-38 Function runs text as code', '3:1-25 setTimeout runs text as code'],
    ),
    good("const all = Function('return this')();\n(0, eval)('this');\n"),
    bad(
      "(0, eval)(tide);\nsetTimeout('sail(' + tide + ')', 10);\nvm.runInNewContext(tide);\n",
      ['1:1 eval runs text as code', '2:1 setTimeout runs text as code', '3:1 vm.runInNewContext runs text as code'],
    ),
  ),
  'safety/shell-text': by(
    byTree(shellTextsInScript),
    good("execFile('ls', [folder]);\nexec('ls -l');\n/a/.exec(`${b}`);\n"),
    bad(
      "exec(`ls ${folder}`);\nchild_process.execSync('ls ' + folder);\n",
      ['1:1-21 exec runs a command built from values', '2:1-39 child_process.execSync runs a command built from values'],
    ),
    bad("require('child_process').exec('ls ' + folder);\n", "1:1 require('child_process').exec runs a command built from values"),
    bad("import * as child from 'child_process';\nconst { exec: run } = require('child_process');\n"
      + "const list = 'ls ' + folder;\nrun(list);\nchild.spawn(list, { shell: true });\n"
      + "child.spawn('sh', ['-c', `ls ${folder}`]);\n", [
        '4:1 run runs a command built from values', '5:1 child.spawn runs a command built from values',
        '6:1 child.spawn runs a command built from values',
      ]),
    good("const { exec } = require('child_process');\nconst list = 'ls';\nexec(list);\npattern.exec(list + folder);\n"),
  ),
};
