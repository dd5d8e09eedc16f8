import { byCalls } from '../../../finders/found-calls.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { argumentsOf } from '../../../syntax/calls.js';
import type { SyntaxNode } from '../../../syntax/node.js';
import { isFilled } from '../../../syntax/texts.js';

const { as, bad, by, good } = writerFor('csharp');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('class Quay { string a = "berths/low.txt"; }\n'),
    bad(
      'class Quay { string a = @"C:\\harbour\\low.txt"; string b = "/srv/pilot/low"; }\n',
      ['1:25-46 C:\\harbour\\low.txt exists on one machine only', '1:59-75 /srv/pilot/low exists on one machine only'],
    ),
  ),
  'safety/weak-digest': by(
    byCalls({
      names: [
        'Create', 'HashData', 'MD5CryptoServiceProvider', 'SHA1CryptoServiceProvider', 'SHA1Managed', 'HMACMD5', 'HMACSHA1',
      ],
      // elvar waive text/line-width because a pattern is one literal
      callee: /^(?:System\.Security\.Cryptography\.)?(?:(?:MD5|SHA1|HMACMD5|HMACSHA1)(?:\.(?:Create|HashData))?|(?:MD5|SHA1)(?:CryptoServiceProvider|Managed|Cng))$/,
      tell: (_, callee) => `${callee} can be forged`,
    }),
    good('class Quay { void Moor() { SHA256.Create(); } }\n'),
    bad(
      'class Quay { void Moor() { MD5.Create(); new HMACSHA1(key); } }\n',
      ['1:28-40 MD5.Create can be forged', '1:42-59 HMACSHA1 can be forged'],
    ),
  ),
  'safety/shell-text': by(
    byCalls({
      names: ['Start', 'ProcessStartInfo'],
      callee: /^(?:System\.Diagnostics\.)?(?:Process\.Start|ProcessStartInfo)$/,
      tell: (call, callee) => (runsShell(call) ? `${callee} runs a command built from values` : null),
    }),
    good('class Quay { void Moor() { Process.Start("ls", quay); Process.Start("cmd.exe", "/c dir"); } }\n'),
    bad(
      'class Quay { void Moor() { Process.Start("cmd.exe", "/c dir " + quay); new ProcessStartInfo("/bin/sh", $"-c '
        + '{quay}"); } }\n',
      ['1:28-70 Process.Start runs a command built from values', '1:72-117 ProcessStartInfo runs a command built from values'],
    ),
  ),
  'safety/dynamic-code': by(
    byCalls({
      names: ['EvaluateAsync', 'RunAsync', 'Create'],
      callee: /^CSharpScript\.(?:EvaluateAsync|RunAsync|Create)(?:<.*>)?$/,
      tell: (_, callee) => `${callee} runs text as code`,
    }),
    good('class Quay { void Moor() { Script.Create(a); } }\n'),
    bad(
      'class Quay { void Moor() { CSharpScript.EvaluateAsync(text); } }\n',
      '1:28-60 CSharpScript.EvaluateAsync runs text as code',
    ),
  ),
};

/** Whether a program that is started is a shell, and its arguments a text made of values. */
function runsShell(call: SyntaxNode): boolean {
  const [program, text] = argumentsOf(call);
  if (program === undefined || text === undefined
      || !/^[@$]*"(?:.*[\\/])?(?:(?:ba|z|da)?sh|cmd(?:\.exe)?|powershell(?:\.exe)?|pwsh)"$/.test(program.text)) return false;
  return text.type === 'binary_expression'
    || (text.type === 'template_string' && isFilled(text)) || /^string\.Format$/i.test(text.child('function')?.text ?? '');
}
