import { printingCalls } from '../../finders/printing-calls.js';
import { byCalls } from '../../finders/found-calls.js';
import { eachNode, hitAt } from '../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../finders/language-rules.js';
import { endsOfLists } from '../../finders/last-commas.js';
import { undescribed } from '../../finders/undescribed.js';
import type { SyntaxNode } from '../../syntax/node.js';

const { as, by, good, bad } = writerFor('rust');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know Rust. */
export const RUST_RULES: LanguageRules = {
  'size/branches': as(
    good(
      'fn moor(a: i32) -> i32 { if a > 1 { 1 } else { 2 } }\nfn sail(a: bool) { match a { true => wait(), false => {} } }\n', TWO,
    ),
    bad(
      'fn moor(a: i32) {\n    match a { 1 => sail(), 2 => wait(), _ => {} }\n}\nfn sail(a: bool) { while a && b {} }\n',
      ['1:4-8 3 paths through this function, 1 over 2', '4:4-8 3 paths through this function, 1 over 2'],
      TWO,
    ),
  ),
  'size/nesting': as(
    good('fn moor() { if a { loop { sail(); } } else if b { if c { wait(); } } }\n', TWO),
    bad('fn moor() { if a { for b in c { match b { _ => {} } } } }\n', '1:33-52 nested 3 levels deep, 2 allowed', TWO),
  ),
  'size/parameters': as(
    good('impl Quay { fn moor(&self, berth: u8, tide: u8) {} }\n', TWO),
    bad('fn moor(berth: u8, quay: u8, tide: u8) {}\n', '1:8-39 3 parameters, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('fn moor() { let a = b && c; }\n', TWO),
    bad('fn moor() { let a = b && c || d; }\n', '1:21-32 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('fn moor() {\n    sail();\n}\n', { options: { max: 3 } }),
    bad('fn moor() {\n    sail();\n    wait();\n}\n', '1:4-8 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'names/functions': as(good('fn low_tide() {}\n'), bad('fn lowTide() {}\n', '1:4-11 lowTide is not written like low_tide')),
  'names/types': as(
    good('struct LowTide;\ntrait Quay {}\n'),
    bad(
      'struct low_tide;\nenum quay { A }\n',
      ['1:8-16 low_tide is not written like LowTide', '2:6-10 quay is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('fn moor(low_tide: u8) { let Some(high) = NONE else { return }; }\n'),
    bad(
      'fn moor(lowTide: u8) { let highTide = 1; }\n',
      ['1:9-16 lowTide is not written like low_tide', '1:28-36 highTide is not written like low_tide'],
    ),
  ),
  'names/constants': as(
    good('const LOW_TIDE: u8 = 1;\nstatic QUAY: u8 = 2;\n'),
    bad('const low_tide: u8 = 1;\n', '1:7-15 low_tide is not written like LOW_TIDE'),
  ),
  'names/length': as(
    good('fn low(a: u8) { let tide = a; }\n'),
    bad('fn low() { let q = 1; }\n', '1:16-17 q has 1 character; at least 2 are required'),
  ),
  'dead/after-exit': as(
    good('fn moor() -> u8 {\n    if full { return 1; }\n    #[cfg(unix)]\n    return 2;\n    3\n}\n'),
    bad(
      'fn moor() -> u8 {\n    return 1;\n    sail();\n}\nfn wait() { panic!("full"); sail() }\n',
      ['3:5-12 never runs: return above leaves the block', '5:29-35 never runs: panic above leaves the block'],
    ),
  ),
  'dead/branch': as(
    good('fn moor() { if a { sail() } else if b { wait() } loop { if next() { break } } }\n'),
    bad(
      'fn moor() { if a { sail() } else if a { wait() } if false { sail() } }\n',
      ['1:37-38 the same condition is tested above, so this branch never runs', '1:53-58 this is never true'],
    ),
  ),
  'dead/variable': as(
    good('fn moor(a: Tide) {\n    let low = 1;\n    let _spare = 2;\n    let high = 3;\n    println!("{high} {}", low);\n'
      + '    let Quay { berth, .. } = a;\n    sail(Quay { berth });\n}\n'),
    bad(
      'fn moor() {\n    let low = 1;\n    let mut high = 2;\n    high = 3;\n}\n',
      ['2:9-12 low is never used', '3:13-17 high is set but never read'],
    ),
  ),
  'dead/parameter': as(
    good('fn moor(berth: u8) -> u8 { berth }\nimpl Sail for Quay { fn sail(&self, tide: u8) { wait() } }\n'),
    bad('fn moor(berth: u8, tide: u8) -> u8 { berth }\n', '1:20-24 tide is never read'),
  ),
  'dead/class': as(
    good('struct Tide { low: u8 }\nfn main() { Tide { low: 1 }; }\n', { file: 'src/main.rs' }),
    bad(
      'struct Tide { low: u8 }\nimpl Tide { fn new() -> Self { Tide { low: 1 } } }\nfn main() {}\n',
      '1:8-12 [likely] Tide is never used in the project',
      { file: 'src/main.rs' },
    ),
  ),
  'dead/function': as(
    good('pub fn moor() {}\n', { file: 'src/quay.rs', others: { 'src/main.rs': 'mod quay;\nfn main() { quay::moor(); }\n' } }),
    bad(
      'pub fn moor() { moor() }\n#[test]\nfn moors() {}\nimpl Sail for Quay { fn sail() {} }\n',
      '1:8-12 [likely] moor is never used in the project',
      { file: 'src/quay.rs', others: { 'src/main.rs': 'mod quay;\nfn main() {}\n' } },
    ),
  ),
  'slips/self-compare': as(
    good('fn moor() -> bool { low == high && tide != tide }\n'),
    bad('fn moor() -> bool { low == low }\n', '1:21-31 low is on both sides of =='),
  ),
  'slips/hollow-block': by(
    eachNode(['block'], judgeBlock),
    good('fn moor() {}\nfn sail() { if full { wait(); } match a { _ => {} } }\n'),
    bad('fn sail() { if full {} else { } for a in b {} }\n', ['1:21-23 this block is empty', '1:29-32 this block is empty']),
  ),
  'slips/swallowed-error': by(
    eachNode(['if_statement'], judgeTest),
    good('fn moor() { if let Err(error) = sail() { log(error); } if let Err(_) = sail() { /* the pilot waits */ } }\n'),
    bad('fn moor() { if let Err(_) = sail() {} }\n', '1:13-36 the error tested here is ignored'),
  ),
  'slips/syntax': as(
    good('fn moor() -> u8 { 1 }\n'),
    bad('fn moor( -> u8 { 1 }\n', ['1:10-12 is not expected here: “->”', '1:15-15 “)” is missing here']),
  ),
  'safety/fixed-path': as(
    good('fn moor() { open("berths/low.txt"); }\n'),
    bad('fn moor() { open("/srv/pilot/low.txt"); }\n', '1:18-38 /srv/pilot/low.txt exists on one machine only'),
  ),
  'safety/weak-digest': by(
    byCalls({
      names: ['Md5::new', 'Md5::digest', 'Sha1::new', 'Sha1::digest', 'md5::compute', 'new', 'digest', 'compute'],
      callee: /^(?:\w+::)*(?:(?:Md[245]|Sha1)::(?:new|digest|default)|md5::compute)$/,
      tell: (_, callee) => `${callee} can be forged`,
    }),
    good('fn moor() { Sha256::new(); }\n'), bad('fn moor() { Md5::new(); }\n', '1:13-23 Md5::new can be forged'),
  ),
  'safety/shell-text': by(
    byCalls({
      names: ['arg'],
      callee: /\bCommand::new\(\s*"(?:\/bin\/)?(?:ba|z|da)?sh"\s*\)\s*\.arg\(\s*"-l?c"\s*\)\s*\.arg$/,
      tell: (call) => (isJoined(call) ? 'Command runs a command built from values' : null),
    }),
    good('fn moor() { Command::new("ls").arg(format!("{quay}")); Command::new("sh").arg("-c").arg("ls"); }\n'),
    bad(
      'fn moor() { Command::new("sh").arg("-c").arg(format!("ls {quay}")); }\n',
      '1:13-67 Command runs a command built from values',
    ),
  ),
  'docs/public-comment': by(
    undescribed(
      ['function_declaration', 'struct_declaration', 'enum_declaration', 'trait_declaration', 'type_alias_declaration'],
      (node) => node.childOfType('visibility_modifier')?.text === 'pub',
    ),
    good('/// Moors.\n#[inline]\npub fn moor() {}\nfn sail() {}\npub(crate) fn wait() {}\n'),
    bad(
      '#[inline]\npub fn moor() {}\npub struct Tide;\n',
      ['2:8-12 moor is public but not documented', '3:12-16 Tide is public but not documented'],
    ),
  ),
  'idiom/debug-print': by(
    printingCalls({ bare: ['print', 'println', 'dbg'] }),
    good('fn moor() { log::info!("moored"); writeln!(out, "moored"); }\n'),
    bad('fn moor() { println!("moored"); dbg!(tide); }\n', ['1:13-31 println bypasses the log', '1:33-43 dbg bypasses the log']),
  ),
  'idiom/wildcard-import': by(
    eachNode(['use_wildcard'], judgeWildcard),
    good('use quay::{berth, tide};\nuse quay::prelude::*;\nmod tests { use super::*; }\n'),
    bad('use quay::*;\n', '1:5-12 everything in quay is imported'),
  ),
  'imports/barred': as(
    good('use std::fs;\n', { options: { modules: ['quay::tide'] } }),
    bad(
      'use quay::tide::low;\nuse quay::{tide, berth};\n',
      ['1:5-20 quay::tide is barred here', '2:12-16 quay::tide is barred here'],
      { options: { modules: ['quay::tide'] } },
    ),
  ),
  'text/spacing': as(
    good('fn moor(a: u8, b: u8) { let c = a + b; let d = &a; vec![a,b]; }\n'),
    bad(
      'fn moor(a: u8,b: u8) { let c=a +b; }\n',
      ['1:14-15 no space after this comma', '1:29-30 no space around =', '1:32-33 no space after +'],
      { repaired: 'fn moor(a: u8, b: u8) { let c = a + b; }\n' },
    ),
  ),
  'text/blank-between': as(
    good('fn moor() {\n}\n\n#[test]\nfn sail() {\n}\n'),
    bad('fn moor() {\n}\n/// Sails.\n#[test]\nfn sail() {\n}\n', '5:1-12 no empty line above this definition', {
      repaired: 'fn moor() {\n}\n\n/// Sails.\n#[test]\nfn sail() {\n}\n',
    }),
  ),
  'text/alignment': as(
    good('fn moor() {\n    let low = 1;\n    let highest = 2;\n}\n'),
    bad('fn moor() {\n    let low     = 1;\n    let highest = 2;\n}\n', '2:12-18 5 spaces before this =', {
      repaired: 'fn moor() {\n    let low = 1;\n    let highest = 2;\n}\n',
    }),
  ),
  'idiom/last-comma': by(
    endsOfLists([
          'arguments', 'parameters', 'array_expression', 'field_initializer_list', 'field_declaration_list', 'enum_variant_list',
          'use_list',
        ]),
    good('struct Quay {\n    low: u8,\n}\nfn moor() { sail(1, 2); Quay { low: 1, ..quay } }\n'),
    bad(
      'struct Quay {\n    low: u8\n}\nfn moor() { sail(1, 2,); }\n',
      ['2:12-12 a comma is missing after the last item', '4:22-23 a comma after the last item'],
      { repaired: 'struct Quay {\n    low: u8,\n}\nfn moor() { sail(1, 2); }\n' },
    ),
  ),
};

/** An empty branch. A loop may do its work in its head, and a pattern may be there for what happens if it does not fit. */
function judgeBlock(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  if (node.parts.length > 0 || !/^(?:if_statement|else_clause)$/.test(node.parentType ?? '')) return null;
  const isPattern = node.field === 'consequence' && /\blet\b/.test(node.parent?.child('condition')?.text ?? '');
  return isPattern ? null : hitAt(node, 'this block is empty');
}

/** An error that is tested, and nothing follows from it. */
function judgeTest(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const [condition, block] = [node.child('condition'), node.child('consequence')];
  const isError = condition?.type === 'let_condition' && /^Err\s*\(/.test(condition.child('pattern')?.text ?? '');
  if (!isError || block === null || block.parts.length > 0 || node.child('alternative') !== null) return null;
  return { start: node.start, end: block.start, message: 'the error tested here is ignored' };
}

/** What modules offer for that, and a module's own names in its tests, are meant to be taken as a whole. */
function judgeWildcard(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const module = node.text.replace(/::\s*\*$/, '').trimEnd();
  return /(?:^|::)(?:prelude|super|self|Self)$/.test(module) || /^[A-Z]/.test(module.split('::').at(-1) ?? '')
    ? null
    : hitAt(node, `everything in ${module} is imported`);
}

function isJoined(call: SyntaxNode): boolean {
  return /^\(\s{0,99}&?\s{0,99}format!\s{0,99}\(/.test(call.child('arguments')?.text ?? '');
}
