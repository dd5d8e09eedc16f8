import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages } from '../../finders/hits.js';

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
    bad(
      'javascript',
      "berth.innerHTML = name;\ndocument.write('<b>' + name);\nberth.insertAdjacentHTML('beforeend', `<b>${name}</b>`);\n",
      [
        '1:1-23 a value is inserted into the page as markup', '2:1-29 a value is inserted into the page as markup',
        '3:1-56 a value is inserted into the page as markup',
      ],
    ),
    good('typescript', 'const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad(
      'typescript',
      'const berth = <b dangerouslySetInnerHTML={{ __html: name }} />;\n',
      '1:18-60 a value is inserted into the page as markup',
      { file: 'berth.tsx' },
    ),
    bad('javascript', "berth['innerHTML'] = name;\n", '1:1 a value is inserted into the page as markup'),
    good(
      'javascript',
      "$(berth).html();\n$(berth).html('<b>Quay</b>');\nlist.append('<b>' + name);\nberth.innerHTML = sanitize(name);\n",
    ),
    bad(
      'javascript', "$(berth).html(name);\n$berth.append('<b>' + name + '</b>');\n$(`<b>${name}</b>`);\nframe.srcdoc = name;\n", [
        '1:1 a value is inserted into the page as markup', '2:1 a value is inserted into the page as markup',
        '3:1 a value is inserted into the page as markup', '4:1 a value is inserted into the page as markup',
      ],
    ),
    good(
      'javascript',
      "berth.innerHTML = full ? '<b>Full</b>' : '';\nberth.innerHTML = '<b>' + ('</b>');\nstream.write('<b>' + name);\n"
        + "write('<b>' + name);\nh('p', { innerHTML: '<b>' });\nmoor({ innerHTML: text, title: name + '!' });\n"
        + '$(berth + name);\n',
    ),
    bad('javascript', "berth.innerHTML = full ? '<b>Full</b>' : name;\nberth.innerHTML = full ? name : '';\n"
      + "this.document.write(name);\nh('p', { innerHTML: '<b>' + name });\nberth.innerHTML = ('<b>' + name);\n", [
        '1:1-46 a value is inserted into the page as markup', '2:1-35 a value is inserted into the page as markup',
        '3:1-26 a value is inserted into the page as markup', '4:10-33 a value is inserted into the page as markup',
        '5:1-33 a value is inserted into the page as markup',
      ]),
    bad('typescript', 'berth.outerHTML += name;\n', '1:1 a value is inserted into the page as markup'),
  ],
});

/** Methods that insert what they are given, with the place of the markup among their arguments. */
const WRITERS: ReadonlyMap<string, number> = new Map([
  ['write', 0],
  ['writeln', 0],
  ['insertAdjacentHTML', 1],
  ['createContextualFragment', 0],
  ['setHTMLUnsafe', 0],
  ['bypassSecurityTrustHtml', 0],
]);

/** The same for methods of objects that wrap elements, whose names begin with a dollar sign by custom. */
const WRAPPED = ['html', 'append', 'prepend', 'after', 'before', 'replaceWith'];
const WRAPPERS = ['$', 'jQuery'];
const IS_WRAPPED = /^(?:(?:\w+\.)*\$|jQuery\b)/;

const ASSIGNMENTS = ['assignment_expression', 'augmented_assignment_expression'];
const PROPERTY = /^(?:(?:inner|outer)HTML|srcdoc)$/;
const ATTRIBUTE = 'dangerouslySetInnerHTML';

function findRawHtml({ tree, text: { text } }: ParsedSource): Hit[] {
  // All of these names contain one of these words, and few files do.
  const hasWord = text.includes('HTML') || text.includes('srcdoc');
  const set = !hasWord ? [] : tree.ofTypes(ASSIGNMENTS).filter((node) => {
    const [left, right] = [node.child('left'), node.child('right')];
    const property = left?.type === 'member_expression' ? left.child('property')?.text
      : left?.type === 'subscript_expression' ? left.child('index')?.text.slice(1, -1)
      : undefined;
    return PROPERTY.test(property ?? '') && right !== null && !isFixed(right);
  });
  const entries = !hasWord ? [] : tree.ofType('pair').filter((node) => {
    const [key, value] = [node.child('key')?.text ?? '', node.child('value')];
    return value !== null
      && (key === ATTRIBUTE || (/^(?:inner|outer)HTML$/.test(key) && !isFixed(value) && value.type !== 'identifier'));
  });
  const written = callsOf(tree, [...WRITERS.keys()]).filter((call) => {
    const name = methodOf(call);
    const object = objectOf(call)?.text ?? '';
    if (object === '' || (name.startsWith('write') && !/(?:^|\.)document$/.test(object))) return false;
    return argumentsOf(call).slice(WRITERS.get(name)).some((part) => !isFixed(part));
  });
  const attributes = !hasWord ? [] : tree.ofType('jsx_attribute').filter((node) => node.firstPart?.text === ATTRIBUTE);
  return [...set, ...entries, ...written, ...wrapped(tree), ...attributes].map((node) =>
    hitAt(node, 'a value is inserted into the page as markup'));
}

/** Calls of libraries that wrap elements. What is no markup may be an element. */
function wrapped(tree: SyntaxTree): SyntaxNode[] {
  return [
    ...callsOf(tree, WRAPPED).filter((call) => {
      const [given] = argumentsOf(call);
      if (given === undefined || !IS_WRAPPED.test(objectOf(call)?.text ?? '')) return false;
      return methodOf(call) === 'html' ? !isFixed(given) && !/function/.test(given.type) : isJoinedMarkup(given);
    }),
    ...callsOf(tree, WRAPPERS).filter((call) => {
      const [given] = argumentsOf(call);
      return given !== undefined && WRAPPERS.includes(calleeOf(call)) && isJoinedMarkup(given);
    }),
  ];
}

/** Markup that is put together from text and values. */
function isJoinedMarkup(node: SyntaxNode): boolean {
  return (node.type === 'binary_expression' || node.type === 'template_string') && /^["'`]\s*</.test(node.text) && !isFixed(node);
}

/** Names of functions that make a value harmless. */
const CLEANS = /saniti[sz]e|purif|escape|encode|clean/i;

function isFixed(node: SyntaxNode): boolean {
  if (node.type === 'string' || node.type === 'number') return true;
  if (node.type === 'template_string') return !isFilled(node);
  if (node.type === 'call_expression') return CLEANS.test(calleeOf(node));
  if (node.type === 'ternary_expression') {
    return [node.child('consequence'), node.child('alternative')].every((part) => part !== null && isFixed(part));
  }
  return (node.type === 'binary_expression' || node.type === 'parenthesized_expression') && node.parts.every(isFixed);
}
