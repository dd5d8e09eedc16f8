import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';

export default defineRule({
  id: 'safety/raw-html',
  title: 'No value is inserted into a page as markup',
  about: 'A value that contains markup can bring someone else\'s script into the page: CWE-79 (MITRE), "Cross-site Scripting".',
  advice: 'Set the text of the element, or clean the markup with a library that the team trusts.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('javascript typescript', byTree(findRawHtml)) },
  examples: [
    good('javascript', "berth.textContent = name;\nberth.innerHTML = '';\nberth.innerHTML = '<b>Quay</b>';\n"),
    bad('javascript', "berth.innerHTML = name;\ndocument.write('<b>' + name);\nberth.insertAdjacentHTML('beforeend', `<b>${name}</b>`);\n", '1:1 2:1 3:1'),
    good('typescript', 'const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad('typescript', 'const berth = <b dangerouslySetInnerHTML={{ __html: name }} />;\n', '1:18', { file: 'berth.tsx' }),
    bad('javascript', "berth['innerHTML'] = name;\n", '1:1'),
    bad('typescript', 'berth.outerHTML += name;\n', '1:1'),
  ],
});

const WRITERS = ['write', 'writeln', 'insertAdjacentHTML'];
const ASSIGNMENTS = ['assignment_expression', 'augmented_assignment_expression'];

function findRawHtml({ tree, text: { text } }: ParsedSource): Hit[] {
  // All but one of the names contain this word, and few files do.
  const hasWord = text.includes('HTML');
  const set = !hasWord ? [] : tree.ofTypes(ASSIGNMENTS).filter((node) => {
    const [left, right] = [node.child('left'), node.child('right')];
    const property = left?.type === 'member_expression' ? left.child('property')?.text : left?.type === 'subscript_expression' ? left.child('index')?.text.slice(1, -1) : undefined;
    return /^(?:inner|outer)HTML$/.test(property ?? '') && right !== null && !isFixed(right);
  });
  const written = callsOf(tree, WRITERS).filter((call) => {
    const name = methodOf(call);
    const object = objectOf(call)?.text ?? '';
    if (name !== 'insertAdjacentHTML' && !/(?:^|\.)document$/.test(object)) return false;
    return argumentsOf(call).slice(name === 'insertAdjacentHTML' ? 1 : 0).some((text) => !isFixed(text));
  });
  const attributes = !hasWord ? [] : tree.ofType('jsx_attribute').filter((node) => node.firstPart?.text === 'dangerouslySetInnerHTML');
  return [...set, ...written, ...attributes].map((node) => hitAt(node, 'a value is inserted into the page as markup'));
}

function isFixed(node: SyntaxNode): boolean {
  if (node.type === 'string') return true;
  if (node.type === 'template_string') return !isFilled(node);
  return node.type === 'binary_expression' && node.parts.every(isFixed);
}
