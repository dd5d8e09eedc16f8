import { byCalls } from '../../catalog/found-calls.js';
import { byTree, eachNode, hitAt } from '../../catalog/hits.js';
import { writerFor, type LanguageRules } from '../../catalog/language-rules.js';
import { lastCommas, type LastCommaOptions } from '../../catalog/last-commas.js';
import { undescribed } from '../../catalog/undescribed.js';
import type { SyntaxNode } from '../../syntax/node.js';

const { as, by, good, bad } = writerFor('rust');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know Rust. */
export const RUST_RULES: LanguageRules = {
  'size/branches': as(
    good('fn moor(a: i32) -> i32 { if a > 1 { 1 } else { 2 } }\nfn sail(a: bool) { match a { true => wait(), false => {} } }\n', TWO),
    bad('fn moor(a: i32) {\n    match a { 1 => sail(), 2 => wait(), _ => {} }\n}\nfn sail(a: bool) { while a && b {} }\n', '1:4 4:4', TWO),
  ),
  'size/nesting': as(
    good('fn moor() { if a { loop { sail(); } } else if b { if c { wait(); } } }\n', TWO),
    bad('fn moor() { if a { for b in c { match b { _ => {} } } } }\n', '1:33', TWO),
  ),
  'size/parameters': as(
    good('impl Quay { fn moor(&self, berth: u8, tide: u8) {} }\n', TWO),
    bad('fn moor(berth: u8, quay: u8, tide: u8) {}\n', '1:8', TWO),
  ),
  'size/condition-terms': as(good('fn moor() { let a = b && c; }\n', TWO), bad('fn moor() { let a = b && c || d; }\n', '1:21', TWO)),
  'size/function-lines': as(
    good('fn moor() {\n    sail();\n}\n', { options: { max: 3 } }),
    bad('fn moor() {\n    sail();\n    wait();\n}\n', '1:4', { options: { max: 3 } }),
  ),
  'names/functions': as(good('fn low_tide() {}\n'), bad('fn lowTide() {}\n', '1:4')),
  'names/types': as(good('struct LowTide;\ntrait Quay {}\n'), bad('struct low_tide;\nenum quay { A }\n', '1:8 2:6')),
  'names/variables': as(
    good('fn moor(low_tide: u8) { let Some(high) = NONE else { return }; }\n'),
    bad('fn moor(lowTide: u8) { let highTide = 1; }\n', '1:9 1:28'),
  ),
  'names/constants': as(good('const LOW_TIDE: u8 = 1;\nstatic QUAY: u8 = 2;\n'), bad('const low_tide: u8 = 1;\n', '1:7')),
  'names/length': as(good('fn low(a: u8) { let tide = a; }\n'), bad('fn low() { let q = 1; }\n', '1:16')),
  'dead/after-exit': as(
    good('fn moor() -> u8 {\n    if full { return 1; }\n    #[cfg(unix)]\n    return 2;\n    3\n}\n'),
    bad('fn moor() -> u8 {\n    return 1;\n    sail();\n}\nfn wait() { panic!("full"); sail() }\n', '3:5 5:29'),
  ),
  'dead/branch': as(
    good('fn moor() { if a { sail() } else if b { wait() } loop { if next() { break } } }\n'),
    bad('fn moor() { if a { sail() } else if a { wait() } if false { sail() } }\n', '1:37 1:53'),
  ),
  'dead/variable': as(
    good('fn moor(a: Tide) {\n    let low = 1;\n    let _spare = 2;\n    let high = 3;\n    println!("{high} {}", low);\n    let Quay { berth, .. } = a;\n    sail(Quay { berth });\n}\n'),
    bad('fn moor() {\n    let low = 1;\n    let mut high = 2;\n    high = 3;\n}\n', '2:9 3:13'),
  ),
  'dead/parameter': as(
    good('fn moor(berth: u8) -> u8 { berth }\nimpl Sail for Quay { fn sail(&self, tide: u8) { wait() } }\n'),
    bad('fn moor(berth: u8, tide: u8) -> u8 { berth }\n', '1:20'),
  ),
  'dead/class': as(
    good('struct Tide { low: u8 }\nfn main() { Tide { low: 1 }; }\n', { file: 'src/main.rs' }),
    bad('struct Tide { low: u8 }\nimpl Tide { fn new() -> Self { Tide { low: 1 } } }\nfn main() {}\n', '1:8', { file: 'src/main.rs' }),
  ),
  'dead/function': as(
    good('pub fn moor() {}\n', { file: 'src/quay.rs', others: { 'src/main.rs': 'mod quay;\nfn main() { quay::moor(); }\n' } }),
    bad('pub fn moor() { moor() }\n#[test]\nfn moors() {}\nimpl Sail for Quay { fn sail() {} }\n', '1:8', { file: 'src/quay.rs', others: { 'src/main.rs': 'mod quay;\nfn main() {}\n' } }),
  ),
  'slips/self-compare': as(good('fn moor() -> bool { low == high && tide != tide }\n'), bad('fn moor() -> bool { low == low }\n', '1:21')),
  'slips/hollow-block': by(
    eachNode(['block'], judgeBlock),
    good('fn moor() {}\nfn sail() { if full { wait(); } match a { _ => {} } }\n'),
    bad('fn sail() { if full {} else { } for a in b {} }\n', '1:21 1:29'),
  ),
  'slips/swallowed-error': by(eachNode(['if_statement'], judgeTest), good('fn moor() { if let Err(error) = sail() { log(error); } if let Err(_) = sail() { /* the pilot waits */ } }\n'), bad('fn moor() { if let Err(_) = sail() {} }\n', '1:13')),
  'slips/syntax': as(good('fn moor() -> u8 { 1 }\n'), bad('fn moor( -> u8 { 1 }\n', '1:10 1:15')),
  'safety/fixed-path': as(good('fn moor() { open("berths/low.txt"); }\n'), bad('fn moor() { open("/srv/pilot/low.txt"); }\n', '1:18')),
  'safety/weak-digest': by(
    byCalls({ names: ['Md5::new', 'Md5::digest', 'Sha1::new', 'Sha1::digest', 'md5::compute', 'new', 'digest', 'compute'], callee: /^(?:\w+::)*(?:(?:Md[245]|Sha1)::(?:new|digest|default)|md5::compute)$/, tell: (_, callee) => `${callee} can be forged` }),
    good('fn moor() { Sha256::new(); }\n'), bad('fn moor() { Md5::new(); }\n', '1:13'),
  ),
  'safety/shell-text': by(
    byCalls({ names: ['arg'], callee: /\bCommand::new\(\s*"(?:\/bin\/)?(?:ba|z|da)?sh"\s*\)\s*\.arg\(\s*"-l?c"\s*\)\s*\.arg$/, tell: (call) => (isJoined(call) ? 'Command runs a command built from values' : null) }),
    good('fn moor() { Command::new("ls").arg(format!("{quay}")); Command::new("sh").arg("-c").arg("ls"); }\n'),
    bad('fn moor() { Command::new("sh").arg("-c").arg(format!("ls {quay}")); }\n', '1:13'),
  ),
  'docs/public-comment': by(
    undescribed(['function_declaration', 'struct_declaration', 'enum_declaration', 'trait_declaration', 'type_alias_declaration'], (node) => node.childOfType('visibility_modifier')?.text === 'pub'),
    good('/// Moors.\n#[inline]\npub fn moor() {}\nfn sail() {}\npub(crate) fn wait() {}\n'),
    bad('#[inline]\npub fn moor() {}\npub struct Tide;\n', '2:8 3:12'),
  ),
  'idiom/debug-print': as(
    good('fn moor() { log::info!("moored"); writeln!(out, "moored"); }\n'),
    bad('fn moor() { println!("moored"); dbg!(tide); }\n', '1:13 1:33'),
  ),
  'idiom/wildcard-import': by(
    eachNode(['use_wildcard'], judgeWildcard),
    good('use quay::{berth, tide};\nuse quay::prelude::*;\nmod tests { use super::*; }\n'),
    bad('use quay::*;\n', '1:5'),
  ),
  'imports/barred': as(
    good('use std::fs;\n', { options: { modules: ['quay::tide'] } }),
    bad('use quay::tide::low;\nuse quay::{tide, berth};\n', '1:5 2:12', { options: { modules: ['quay::tide'] } }),
  ),
  'text/spacing': as(good('fn moor(a: u8, b: u8) { let c = a + b; let d = &a; vec![a,b]; }\n'), bad('fn moor(a: u8,b: u8) { let c=a +b; }\n', '1:14 1:29 1:32', { repaired: 'fn moor(a: u8, b: u8) { let c = a + b; }\n' })),
  'text/blank-between': as(
    good('fn moor() {\n}\n\n#[test]\nfn sail() {\n}\n'),
    bad('fn moor() {\n}\n/// Sails.\n#[test]\nfn sail() {\n}\n', '5:1', { repaired: 'fn moor() {\n}\n\n/// Sails.\n#[test]\nfn sail() {\n}\n' }),
  ),
  'text/alignment': as(good('fn moor() {\n    let low = 1;\n    let highest = 2;\n}\n'), bad('fn moor() {\n    let low     = 1;\n    let highest = 2;\n}\n', '2:12', { repaired: 'fn moor() {\n    let low = 1;\n    let highest = 2;\n}\n' })),
  'idiom/last-comma': by(
    byTree((source, options: LastCommaOptions) => lastCommas(source, ['arguments', 'parameters', 'array_expression', 'field_initializer_list', 'field_declaration_list', 'enum_variant_list', 'use_list'], options)),
    good('struct Quay {\n    low: u8,\n}\nfn moor() { sail(1, 2); Quay { low: 1, ..quay } }\n'),
    bad('struct Quay {\n    low: u8\n}\nfn moor() { sail(1, 2,); }\n', '2:12 4:22', { repaired: 'struct Quay {\n    low: u8,\n}\nfn moor() { sail(1, 2); }\n' }),
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
  return /(?:^|::)(?:prelude|super|self|Self)$/.test(module) || /^[A-Z]/.test(module.split('::').at(-1) ?? '') ? null : hitAt(node, `everything in ${module} is imported`);
}

function isJoined(call: SyntaxNode): boolean {
  return /^\(\s{0,99}&?\s{0,99}format!\s{0,99}\(/.test(call.child('arguments')?.text ?? '');
}
