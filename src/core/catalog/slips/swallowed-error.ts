import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, eachNode, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/swallowed-error',
  title: 'No error is silently ignored',
  about: 'An error that is caught and ignored shows up later somewhere else, where nobody can tell what went wrong.',
  advice: 'Handle it, pass it on, or explain in a comment why it does not matter.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('java php cpp c', eachNode(['catch_clause'], judge)),
      ...inLanguages('javascript typescript', byTree((source) => [...hitsOf(source.tree.ofType('catch_clause'), (node) => listOf(judge(node))), ...ignoredRejections(source)])),
      python: eachNode(['except_clause'], (node) => (isBroad(node) ? judge(node) : null)),
      go: eachNode(['if_statement'], judgeInGo),
    },
    others: eachNode(['catch_clause'], judge),
  },
  examples: [
    good('javascript', 'try { sail(); } catch (error) { log.warn(error); }\ntry { sail(); } catch { /* the tide may be out */ }\n'),
    bad('javascript', 'try { sail(); } catch (error) {\n}\n', '1:17-30 the error caught here is ignored'),
    good('javascript', 'sail().catch(() => { /* the tide may be out */ });\nsail().catch((error) => log.warn(error));\n'),
    bad('javascript', 'sail().catch(() => {});\nsail().catch(() => undefined);\n', ['1:14 the error caught here is ignored', '2:14 the error caught here is ignored']),
    bad('javascript', 'sail().then(moor, () => {});\nsail().catch(noop);\n', ['1:19 the error caught here is ignored', '2:14 [possible] the error caught here is ignored']),
    good('typescript', 'try { sail(); } catch { return null; }\n'),
    bad('typescript', 'for (const a of b) try { sail(a); } catch (error: unknown) { continue; }\n', '1:37-59 the error caught here is ignored'),
    good('java', 'class Quay { void moor() { try { sail(); } catch (Full e) { throw new Wait(e); } } }\n'),
    bad('java', 'class Quay { void moor() { try { sail(); } catch (Full e) {} } }\n', '1:44-58 the error caught here is ignored'),
    good('python', 'try:\n    sail()\nexcept KeyError:\n    pass\n'),
    bad('python', 'try:\n    sail()\nexcept Exception:\n    pass\n', '3:1-18 the error caught here is ignored'),
    good('go', 'package quay\n\nfunc moor() {\n\tif err := sail(); err != nil {\n\t\t// the tide may be out\n\t}\n}\n'),
    bad('go', 'package quay\n\nfunc moor() {\n\tif err := sail(); err != nil {\n\t}\n}\n', '4:2-31 the error tested here is ignored'),
    good('php', '<?php try { sail(); } catch (Full $e) { wait($e); }\n'),
    bad('php', '<?php try { sail(); } catch (Full $e) {}\n', '1:23-38 the error caught here is ignored'),
    good('cpp', 'void moor() { try { sail(); } catch (const Full& e) { wait(e); } }\n'),
    bad('cpp', 'void moor() { try { sail(); } catch (...) { } }\n', '1:31-42 the error caught here is ignored'),
  ],
});

function listOf(hit: Hit | null): readonly Hit[] {
  return hit === null ? NO_HITS : [hit];
}

/** A promise whose failure is handled by a function that does nothing. */
function ignoredRejections({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, ['catch', 'then']), (call) => {
    const given = argumentsOf(call);
    const handler = given.at(-1);
    if (handler === undefined || given.length !== (methodOf(call) === 'then' ? 2 : 1) || objectOf(call) === null) return NO_HITS;
    // Whoever names a function that does nothing has thought of it.
    return isIdle(handler) ? [hitAt(handler, 'the error caught here is ignored', undefined, /noop$/.test(handler.text) ? { confidence: 'possible' } : undefined)] : NO_HITS;
  });
}

/** Whether a function does nothing. */
function isIdle(handler: SyntaxNode): boolean {
  if (/^(?:\w+\.)?noop$/.test(handler.text)) return true;
  const body = /^(?:arrow_function|function_expression)$/.test(handler.type) ? handler.child('body') : null;
  return body !== null && (body.type === 'statement_block' ? body.parts.length === 0 : /^(?:undefined|null|void 0)$/.test(body.text));
}

/** Go has no handlers: an error is tested, and nothing follows from it. */
function judgeInGo(node: SyntaxNode): Hit | null {
  const [condition, block] = [node.child('condition'), node.child('consequence')];
  if (condition === null || block === null || !(/^\w+ != nil$/.test(condition.text) && /[eE]rr/.test(condition.text)) || block.parts.length > 0 || node.child('alternative') !== null) return null;
  return { start: node.start, end: block.start, message: 'the error tested here is ignored' };
}

function judge(node: SyntaxNode): Hit | null {
  const body = node.child('body') ?? node.childOfType('block', 'compound_statement');
  if (body === null || !body.parts.every((part) => /^(?:pass_statement|continue_statement|empty_statement)$/.test(part.type) || isEllipsis(part))) return null;
  // In Python, a comment may be between the colon and the block.
  if (node.parts.some(({ type }) => type === 'comment') || isExplained(node, body)) return null;
  // Kotlin has a name for what is not needed.
  if (node.tree.grammar === 'kotlin' && node.childOfType('identifier')?.text === '_') return null;
  const head = node.text.slice(0, body.start - node.start).split('\n', 1)[0]?.trimEnd() ?? '';
  return { start: node.start, end: node.start + Math.max(1, head.length), message: 'the error caught here is ignored' };
}

function isEllipsis(part: SyntaxNode): boolean {
  return part.type === 'expression_statement' && part.firstPart?.type === 'ellipsis';
}

/** In the tree, a comment at the end of the block's last line comes after the block. */
function isExplained(node: SyntaxNode, body: SyntaxNode): boolean {
  return body.next?.type === 'comment' || (node.next?.type === 'comment' && node.next.start - node.end < 4);
}

/** Whether the handler catches everything in Python. Ignoring one named error is often exactly what is intended. */
function isBroad(node: SyntaxNode): boolean {
  const [caught] = node.parts;
  const name = caught?.type === 'as_pattern' ? caught.firstPart?.text : caught?.text;
  if (caught?.type === 'tuple') return caught.parts.some(({ text }) => /^(?:Base)?Exception$/.test(text));
  return caught?.type === 'block' || name === 'Exception' || name === 'BaseException';
}
