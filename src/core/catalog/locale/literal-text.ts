import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsIn, callsOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { END, SHIFT, START } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, TEXTS } from '../../syntax/texts.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitsOf, inLanguages } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames } from '../../finders/options.js';
import { MOVE_OPTIONS, moveOf, type MoveOptions } from '../../finders/text-move.js';

interface Options extends MoveOptions {
  readonly free: readonly string[];
}

/** Attributes whose text is shown: HTML Standard, sections 3.2.6 and 4.10. */
const SHOWN = new Set(['title', 'alt', 'placeholder', 'label', 'aria-label', 'aria-description', 'summary']);

export default defineRule({
  id: 'locale/literal-text',
  title: 'Text for people comes from translations',
  about: 'Text in the code can be shown in one language only, and translators do not find it.',
  advice: 'Move the text into the translations, and use its key here. With the options bundle and call, elvar fix --offered does that.',
  tags: ['translation'],
  confidence: 'likely',
  repairs: 'offered',
  options: { free: freeNames(), ...MOVE_OPTIONS },
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree((source, options: Options) => tell(findInScript(source), options))),
      html: byTree(({ tree }, options: Options) => tell([
        ...tree.ofType('text').filter(({ parent }) => !/^(?:code|pre|kbd|samp|var)$/.test(parent?.firstPart?.firstPart?.text ?? '')),
        ...tree.ofType('attribute').filter((node) => SHOWN.has(node.firstPart?.text.toLowerCase() ?? '') || isButtonText(node)).flatMap((node) => node.childOfType('quoted_attribute_value') ?? []),
      ], options)),
      java: byTree((source, options: Options) => tell(findInJava(source), options)),
    },
  },
  examples: [
    good('javascript', "alert(text('tide'));\nlog.info('The tide is low');\n"),
    bad('javascript', "alert('The tide is low');\nberth.textContent = 'Free';\n", ['1:7-24 this text can be shown in one language only', '2:21-27 this text can be shown in one language only']),
    good('typescript', 'const a = <b title={t("x")}>{t("tide")} · 12</b>;\n', { file: 'berth.tsx' }),
    bad('typescript', 'const a = <b title="Quay">Tide</b>;\n', ['1:20-26 this text can be shown in one language only', '1:27-31 this text can be shown in one language only'], { file: 'berth.tsx' }),
    bad('typescript', "alert('Tide' as string);\nconfirm('Moor?');\n", '2:9 this text can be shown in one language only'),
    bad('javascript', "document.title = 'Harbour plan';\nberth.setAttribute('aria-label', 'Close');\n", ['1:18 this text can be shown in one language only', '2:34 this text can be shown in one language only']),
    good('javascript', "plan.title = 'tide';\nberth.setAttribute('data-tide', 'Low');\n"),
    bad('typescript', 'const a = <b>{"The tide is low"}</b>;\n', '1:15 this text can be shown in one language only', { file: 'berth.tsx' }),
    bad('html', '<input type="submit" value="Moor">\n', '1:28-34 this text can be shown in one language only'),
    good('html', '<p>12</p><code>tide</code>\n'),
    bad('html', '<p>Tide</p>\n', '1:4 this text can be shown in one language only'),
    bad('javascript', "alert('The tide is low');\nalert(`Moor ${tide}?`);\n", ['1:7 this text can be shown in one language only', '2:7 this text can be shown in one language only'], { options: { bundle: 'texts/en.json' }, repaired: "alert(text('the-tide-is-low'));\nalert(`Moor ${tide}?`);\n" }),
    good('java', 'class Quay { void moor() { label.setText(texts.get("tide")); } }\n'),
    bad('java', 'class Quay { void moor() { label.setText("Tide"); } }\n', '1:42-48 this text can be shown in one language only'),
  ],
});

function tell(nodes: readonly SyntaxNode[], options: Options): Hit[] {
  const isFree = nameTest(options.free);
  return hitsOf(nodes, (node): Hit[] => {
    const raw = TEXTS.has(node.type) ? contentOf(node).text : node.text;
    const text = raw.trim();
    // Numbers, symbols and template placeholders are not text for people.
    if (!/\p{L}{2}/u.test(text.replace(/\{\{.{0,300}?\}\}|\{%.{0,300}?%\}|\$\{.{0,300}?\}|&\w{1,40};|%[sd@]/g, '')) || isFree(text)) return [];
    const lead = raw.length - raw.trimStart().length;
    const start = TEXTS.has(node.type) ? node.start : node.start + lead;
    const end = TEXTS.has(node.type) ? node.end : node.start + lead + (text.split('\n', 1)[0]?.trimEnd().length ?? 0);
    return [{ start, end, message: 'this text can be shown in one language only', repair: moveOf(node, options) }];
  });
}

function findInScript({ tree }: ParsedSource): SyntaxNode[] {
  const isText = (node: SyntaxNode | undefined | null): node is SyntaxNode => node != null && /^(?:string|template_string)$/.test(node.type);
  const called = callsOf(tree, ASKING).filter((call) => /^(?:window\.)?\w+$/.test(calleeOf(call))).map((call) => argumentsOf(call)[0]);
  // Objects of all kinds have a title; phrases are for people.
  const set = membersSet(tree).filter((node) => !/\.title$/.test(node.child('left')?.text ?? '') || /\p{L}\s+\p{L}/u.test(node.child('right')?.text ?? '')).map((node) => node.child('right'));
  const attributes = tree.ofType('jsx_attribute').filter((node) => SHOWN.has(node.firstPart?.text ?? '')).map((node) => node.childOfType('string'));
  const named = callsOf(tree, ['setAttribute']).filter((call) => SHOWN.has(argumentsOf(call)[0]?.text.slice(1, -1) ?? '')).map((call) => argumentsOf(call)[1]);
  // A style is not for people.
  const made = callsOf(tree, ['createTextNode']).map((call) => argumentsOf(call)[0]).filter((node) => !/[{}]/.test(node?.text ?? ''));
  return [...[...called, ...set, ...attributes, ...named, ...made].filter(isText), ...tree.ofType('jsx_text'), ...filledIn(tree)];
}

/** Strings between tags, in braces, that are sentences or phrases. */
function filledIn(tree: SyntaxTree): SyntaxNode[] {
  return tree.ofType('jsx_expression').filter(({ parentType }) => parentType === 'jsx_element').flatMap(({ firstPart }) => {
    const values = firstPart?.type === 'ternary_expression' ? [firstPart.child('consequence'), firstPart.child('alternative')] : [firstPart];
    return values.filter((value) => value !== null).filter((value) => value.type === 'string' && /\p{L}\s+\p{L}/u.test(value.text));
  });
}

/** Calls that show their text to the user. */
const ASKING = ['alert', 'confirm', 'prompt'];
const ASSIGNMENT = ['assignment_expression'];
const LEFT = ['left'];
const PROPERTY = ['property'];
/** Properties of elements that show their text. */
const PROPERTIES = new Set(['textContent', 'innerText', 'placeholder', 'alt', 'ariaLabel', 'title']);
const LENGTHS = new Set([...PROPERTIES].map(({ length }) => length));

/** The assignments to one of {@link PROPERTIES}. Most assignments are others, so their nodes and names are not made. */
function membersSet(tree: SyntaxTree): SyntaxNode[] {
  const { table } = tree;
  const [lefts, properties] = [tree.rolesOf(LEFT), tree.rolesOf(PROPERTY)];
  const found: SyntaxNode[] = [];
  const numbers = tree.numbersOf(ASSIGNMENT);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    const left = tree.childInRoles(index, lefts);
    const property = left < 0 ? -1 : tree.childInRoles(left, properties);
    if (property < 0) continue;
    const at = property << SHIFT;
    if (LENGTHS.has((table[at + END] as number) - (table[at + START] as number)) && PROPERTIES.has(tree.textAt(property))) found.push(tree.nodeAt(index));
  }
  return found;
}

/** Whether an attribute is the text on a button: HTML Living Standard, section 4.10.5.1.18. */
function isButtonText(node: SyntaxNode): boolean {
  return node.firstPart?.text.toLowerCase() === 'value' && /\btype\s*=\s*["']?(?:submit|button|reset)\b/i.test(node.parent?.text ?? '');
}

function findInJava({ tree }: ParsedSource): SyntaxNode[] {
  const shows = /^(?:setText|setTitle|setToolTipText|setLabel|setHeaderText|setContentText|setPromptText|showMessageDialog|showConfirmDialog|makeText)$/;
  const made = /^(?:J?(?:Label|Button|MenuItem|Menu|CheckBox|RadioButton)|JFrame|Text|Tab)$/;
  return callsIn(tree).filter((call) => (call.type === 'object_creation_expression' ? made.test(calleeOf(call)) : shows.test(methodOf(call))))
    .flatMap((call) => argumentsOf(call).filter(({ type }) => type === 'string_literal'));
}
