import { needsParameters } from './needed-parameters.js';
import { unreadParameters } from '../../finders/unread-parameters.js';
import { unreachedCode } from '../../finders/unreached-code.js';
import { byCalls } from '../../finders/found-calls.js';
import { byTree, eachNode, hitAt } from '../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../finders/language-rules.js';
import { endsOfLists } from '../../finders/last-commas.js';
import type { FreeNames } from '../../finders/options.js';
import { unusedMembers } from '../../finders/private-members.js';
import { undescribed } from '../../finders/undescribed.js';
import { argumentsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { isFilled } from '../../syntax/texts.js';
import { isPublic, privateMembers } from './members.js';

const { as, by, good, bad } = writerFor('csharp');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know C#. */
export const CSHARP_RULES: LanguageRules = {
  'size/branches': as(
    good('class Quay { int Moor(int a) { return a > 1 ? 1 : 2; } }\n', TWO),
    bad(
      'class Quay { void Moor(int a) { switch (a) { case 1: Sail(); break; case 2: break; default: break; } } }\n',
      '1:19-23 3 paths through this function, 1 over 2', TWO,
    ),
    bad(
      'class Quay { int Moor(int a) => a switch { 1 => 2, 2 => 3, _ => 4 }; }\n', '1:18 3 paths through this function, 1 over 2',
      TWO,
    ),
  ),
  'size/nesting': as(
    good('class Quay { void Moor() { if (a) { if (b) Sail(); } else if (c) { foreach (var d in e) Wait(); } } }\n', TWO),
    bad(
      'class Quay { void Moor() { if (a) { while (b) { try { Sail(); } finally { } } } } }\n',
      '1:49-76 nested 3 levels deep, 2 allowed', TWO,
    ),
  ),
  'size/parameters': as(
    good('class Quay { void Moor(int berth, int tide = 1) {} }\n', TWO),
    bad('class Quay { void Moor(int berth, int tide, params int[] more) {} }\n', '1:23-63 4 parameters, 2 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay { int a; int B { get; set; } }\n', TWO),
    bad('class Quay { int a; int B { get; set; } void Moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('class Quay { bool a = b && c; }\n', TWO),
    bad('class Quay { bool a = b && c || d; }\n', '1:23-34 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('class Quay {\n  int Moor() {\n    return 1;\n  }\n}\n', { options: { max: 3 } }),
    bad('class Quay {\n  int Moor() {\n    Sail();\n    return 1;\n  }\n}\n', '2:7-11 Moor is 4 lines long, 1 over 3', {
      options: { max: 3 },
    }),
  ),
  'names/functions': as(
    good('class Quay { Quay() {} void LowTide() {} }\n'),
    bad('class Quay { void lowTide() {} }\n', '1:19-26 lowTide is not written like LowTide'),
  ),
  'names/types': as(
    good('struct LowTide {}\ninterface IQuay {}\nrecord Berth(int Low);\n'),
    bad(
      'class lowTide {}\nenum quay_kind { A }\n',
      ['1:7-14 lowTide is not written like LowTide', '2:6-15 quay_kind is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('class Quay { int _low; void Moor(int lowTide) { var highTide = 1; } }\n'),
    bad(
      'class Quay { void Moor(int LowTide) { var high_tide = 1; } }\n',
      ['1:28-35 LowTide is not written like lowTide', '1:43-52 high_tide is not written like lowTide'],
    ),
  ),
  'names/constants': as(
    good('class Quay { const int LowTide = 1; static readonly int HIGH = 2; }\n'),
    bad('class Quay { const int lowTide = 1; }\n', '1:24-31 lowTide is not written like LowTide or LOW_TIDE'),
  ),
  'names/length': as(
    good('class Quay { int Low(int tide) => tide; }\n'),
    bad('class Quay { int Low() { var q = 1; return q; } }\n', '1:30-31 q has 1 character; at least 2 are required'),
  ),
  'dead/after-exit': by(
    // Where a directive stands between, the compiler may not see one of the two.
    unreachedCode((exit, { start, tree }) => /^[ \t]*#/m.test(tree.text.slice(exit.end, start))),
    good('class Quay { int Moor() { if (full) return 1; return 2; } }\n'),
    bad(
      'class Quay { int Moor() { throw new Full(); Sail(); } void Wait() { Environment.Exit(1); Sail(); } }\n',
      ['1:45-52 never runs: throw above leaves the block', '1:90-97 never runs: Environment.Exit above leaves the block'],
    ),
  ),
  'dead/branch': as(
    good('class Quay { void Moor() { if (a) Sail(); else if (b) Wait(); while (true) Sail(); } }\n'),
    bad(
      'class Quay { void Moor() { if (a) Sail(); else if (a) Wait(); if (false) Sail(); } }\n',
      ['1:52-53 the same condition is tested above, so this branch never runs', '1:67-72 this is never true'],
    ),
  ),
  'dead/variable': as(
    good('class Quay { int low; void Moor() { var tide = 1; Sail($"{tide}"); using var berth = Open(); if (Find(out var '
      + 'place)) Go(place); _ = tide; } }\n'),
    good('class Quay { void Moor() { var (low, high) = Tide(); Sail(low); } }\n'),
    bad('class Quay { void Moor() { Find(out var place); } }\n', '1:41-46 place is never used'),
    bad(
      'class Quay { void Moor() { var low = 1; int high; high = 2; } }\n',
      ['1:32-35 low is never used', '1:45-49 high is set but never read'],
    ),
  ),
  'dead/parameter': by(
    unreadParameters(needsParameters),
    good('class Quay { private int Moor(int berth) => berth; public void Sail(int tide) { Wait(); } }\n'),
    bad('class Quay { private int Moor(int berth, int tide) { return berth; } }\n', '1:46-50 tide is never read'),
  ),
  'dead/private-member': by(
    byTree((source, options: FreeNames) => unusedMembers(source, privateMembers(source), ['identifier'], options)),
    good('class Quay { private int low; [Serialized] private int high; int Moor() { return low; } }\n'),
    bad(
      'class Quay { private int low; private void Sail() { Sail(); } void Moor() { low = 1; } }\n',
      ['1:26-29 low is private and never read', '1:44-48 Sail is private and never used'],
    ),
  ),
  'dead/class': as(
    good('class Tide { }\nclass Quay { static void Main() { new Tide(); } }\n'),
    bad(
      'class Tide { Tide() {} }\nclass Quay { static void Main() { Wait<Quay>(); } }\n',
      '1:7-11 [likely] Tide is never used in the project',
    ),
  ),
  'dead/function': as(
    good(
      'public class Quay { public void Moor() {} }\n',
      { file: 'Quay.cs', others: { 'Main.cs': 'class Run { static void Main() { new Quay().Moor(); } }\n' } },
    ),
    bad(
      'public class Quay { public void Moor() {} public override int GetHashCode() { return 1; } }\n',
      '1:33-37 [likely] Moor is never used in the project',
      { file: 'Quay.cs', others: { 'Main.cs': 'class Run { static void Main() { new Quay(); } }\n' } },
    ),
  ),
  'slips/self-compare': as(
    good('class Quay { bool a = low == high; }\n'),
    bad(
      'class Quay { bool a = low == low; void Moor() { low = low; } }\n',
      ['1:23-33 low is on both sides of ==', '1:49-58 low is assigned to itself'],
    ),
  ),
  'slips/hollow-block': as(
    good('class Quay { void Moor() { } void Sail() { if (full) { Wait(); } } }\n'),
    bad('class Quay { void Moor() { if (full) {} else { } } }\n', ['1:38-40 this block is empty', '1:46-49 this block is empty']),
  ),
  'slips/swallowed-error': as(
    good('class Quay { void Moor() { try { Sail(); } catch (Full e) { Log(e); } try { Sail(); } catch { /* the pilot '
      + 'waits */ } } }\n'),
    bad('class Quay { void Moor() { try { Sail(); } catch (Full) { } } }\n', '1:44-56 the error caught here is ignored'),
  ),
  'slips/unthrown-error': as(
    good('class Quay { void Moor() { throw new FullException(); } }\n'),
    bad('class Quay { void Moor() { new FullException("full"); } }\n', '1:28-53 FullException is created here but not thrown'),
  ),
  'slips/equals-without-hash': by(
    eachNode(['class_declaration', 'struct_declaration'], judgeEquality),
    good('class Quay { public override bool Equals(object other) { return true; } public override int GetHashCode() { '
      + 'return 1; } }\n'),
    bad(
      'class Quay { public override bool Equals(object other) { return true; } }\n',
      '1:35-41 equals is redefined here but GetHashCode is not',
    ),
  ),
  'slips/syntax': as(
    good('class Quay { int berths = 1; }\n'), bad('class Quay { int berths = ; }\n', '1:25-26 is not expected here: “=”'),
  ),
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
  'docs/public-comment': by(
    undescribed(
      [
        'class_declaration', 'struct_declaration', 'interface_declaration', 'record_declaration', 'enum_declaration',
        'delegate_declaration', 'method_declaration',
      ],
      isPublic,
    ),
    good('/// <summary>The quay.</summary>\n[Serializable]\n'
      + 'public class Quay { void Moor() {} /** Sails. */ public void Sail() {} public override int GetHashCode() { return 1; '
      + '} }\nclass Tide { public void Low() {} }\n'),
    bad(
      'public class Quay { public void Moor() {} }\n',
      ['1:14-18 Quay is public but not documented', '1:33-37 Moor is public but not documented'],
    ),
  ),
  'idiom/debug-print': as(
    good('class Quay { void Moor() { log.Info("moored"); Console.Error.WriteLine("full"); } }\n'),
    bad('class Quay { void Moor() { Console.WriteLine("moored"); } }\n', '1:28-55 Console.WriteLine bypasses the log'),
  ),
  'imports/barred': as(
    good('using Harbour.Quay;\n', { options: { modules: ['Harbour.Tide'] } }),
    bad(
      'using Harbour.Tide.Low;\nusing static Harbour.Tide;\n',
      ['1:7-23 Harbour.Tide is barred here', '2:14-26 Harbour.Tide is barred here'],
      { options: { modules: ['Harbour.Tide'] } },
    ),
  ),
  'imports/repeated': as(
    good('using Harbour.Quay;\nusing static Harbour.Quay;\n'),
    bad('using Harbour.Quay;\nusing Harbour.Tide;\nusing Harbour.Quay;\n', '3:1-20 this module is imported above already', {
      repaired: 'using Harbour.Quay;\nusing Harbour.Tide;\n',
    }),
  ),
  'text/spacing': as(
    good('class Quay { Dictionary<int, int> a = b + c; int[,] d; }\n'),
    bad(
      'class Quay { int Moor(int a,int b) { return a+ b; } }\n',
      ['1:28-29 no space after this comma', '1:46-47 no space before +'],
      { repaired: 'class Quay { int Moor(int a, int b) { return a + b; } }\n' },
    ),
  ),
  'text/blank-between': as(
    good('class Quay {\n  void Moor() {\n  }\n\n  void Sail() {\n  }\n}\n'),
    bad('class Quay {\n  void Moor() {\n  }\n  void Sail() {\n  }\n}\n', '4:3-16 no empty line above this definition', {
      repaired: 'class Quay {\n  void Moor() {\n  }\n\n  void Sail() {\n  }\n}\n',
    }),
  ),
  'text/alignment': as(
    good('class Quay {\n  int low = 1;\n  int highest = 2;\n}\n'),
    bad('class Quay {\n  int low     = 1;\n  int highest = 2;\n}\n', '2:10-16 5 spaces before this =', {
      repaired: 'class Quay {\n  int low = 1;\n  int highest = 2;\n}\n',
    }),
  ),
  'idiom/last-comma': by(
    endsOfLists(['initializer_expression', 'enum_member_declaration_list']),
    good('enum Tide {\n  Low,\n  High,\n}\n'),
    bad(
      'enum Tide {\n  Low,\n  High\n}\nclass Quay { int[] a = { 1, 2, }; }\n',
      ['3:7-7 a comma is missing after the last item', '5:30-31 a comma after the last item'],
      { repaired: 'enum Tide {\n  Low,\n  High,\n}\nclass Quay { int[] a = { 1, 2 }; }\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('class Quay { int a = b ? 1 : 2; }\n'),
    bad('class Quay { int a = b ? 1 : c ? 2 : 3; }\n', '1:30-39 a conditional expression inside another one'),
  ),
  'idiom/braces': as(
    good('class Quay { void Moor() { if (a) { Sail(); } else if (b) { Wait(); } } }\n'),
    bad(
      'class Quay { void Moor() { if (a) Sail(); foreach (var b in c) Wait(); } }\n',
      ['1:35-42 this branch has no braces', '1:64-71 this loop has no braces'],
      { repaired: 'class Quay { void Moor() { if (a) { Sail(); } foreach (var b in c) { Wait(); } } }\n' },
    ),
  ),
  'slips/endless-loop': as(
    good('class Quay { void Moor() { while (true) { if (full) return; } } async void Sail() { while (true) { await '
      + 'Task.Delay(1); } } }\n'),
    bad('class Quay { void Moor() { int a = 1; while (a < 3) { Sail(); } } }\n', '1:39-52 nothing in the loop changes a'),
  ),
};

/**
 * A type that says when two of it are equal, and not by which number to find them: .NET API, `Object.GetHashCode`, "Notes to
 * Inheritors".
 */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'method_declaration');
  const equality = methods.find((method) => method.child('name')?.text === 'Equals'
    && /^\(\s*(?:object|Object)\??\s+\w+\s*\)$/.test(method.child('parameters')?.text ?? '') && /\boverride\b/.test(method.text));
  const isPartial = node.parts.some(({ type, text }) => type === 'modifier' && text === 'partial');
  if (equality === undefined || isPartial || methods.some((method) => method.child('name')?.text === 'GetHashCode')) return null;
  return hitAt(equality.child('name') ?? equality, 'equals is redefined here but GetHashCode is not');
}

/** Whether a program that is started is a shell, and its arguments a text made of values. */
function runsShell(call: SyntaxNode): boolean {
  const [program, text] = argumentsOf(call);
  if (program === undefined || text === undefined
      || !/^[@$]*"(?:.*[\\/])?(?:(?:ba|z|da)?sh|cmd(?:\.exe)?|powershell(?:\.exe)?|pwsh)"$/.test(program.text)) return false;
  return text.type === 'binary_expression'
    || (text.type === 'template_string' && isFilled(text)) || /^string\.Format$/i.test(text.child('function')?.text ?? '');
}
