import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { dynamicCodeInScript } from '../../javascript/dynamic-code.js';
import { shellTextsInScript } from '../../javascript/shell-texts.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("const a = 'tide/low';\n"),
    bad("const a = 'C:\\\\Quay\\\\tide.txt';\n", '1:11-31 C:\\\\Quay\\\\tide.txt exists on one machine only'),
  ),
  'safety/weak-digest': as(good("createHash('sha512');\n"), bad("createHash('sha1');\n", '1:1-19 sha1 can be forged')),
  'safety/dynamic-code': by(
    byTree(dynamicCodeInScript),
    good('const evaluate: Function = sail;\n'),
    bad('const tide = eval(text) as number;\n', '1:14-24 eval runs text as code'),
  ),
  'safety/shell-text': by(
    byTree(shellTextsInScript),
    good("spawn('ls', [folder]);\n"),
    bad('execSync(`ls ${folder}`);\n', '1:1-25 execSync runs a command built from values'),
  ),
};
