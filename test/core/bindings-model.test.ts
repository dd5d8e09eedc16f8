import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { bindingsOf } from '../../src/core/syntax/bindings/bindings.js';
import { builtGrammars } from '../support/grammars.js';
import { placeOf, textOf, withSource } from '../support/sources.js';
import { runs } from '../support/runs.js';

/**
 * An independent model: programs are made together with the answer. Each name that is used is written with a number of
 * its own, and the generator knows which declaration a use refers to, because it walks the scopes itself.
 */
type Statement =
  | { readonly kind: 'declare'; readonly word: 'let' | 'const' | 'var'; readonly name: string }
  | { readonly kind: 'use'; readonly name: string }
  | { readonly kind: 'block' | 'loop' | 'branch'; readonly body: readonly Statement[] }
  | { readonly kind: 'function'; readonly name: string; readonly parameter: string; readonly body: readonly Statement[] }
  | { readonly kind: 'arrow'; readonly parameter: string; readonly body: readonly Statement[] };

/** What `let` and `const` declare may not be declared otherwise in the same scope, so these names are kept apart. */
const blockName = fc.constantFrom('tide', 'quay');
const functionWideName = fc.constantFrom('ship', 'rope');
const anyName = fc.constantFrom('tide', 'quay', 'ship', 'rope', 'moor');

const { statements } = fc.letrec<{ statements: Statement[]; statement: Statement }>((tie) => ({
  statements: fc.array(tie('statement'), { maxLength: 5 }),
  statement: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.record({ kind: fc.constant('use' as const), name: anyName }),
    fc.record({ kind: fc.constant('declare' as const), word: fc.constantFrom('let', 'const'), name: blockName }),
    fc.record({ kind: fc.constant('declare' as const), word: fc.constant('var' as const), name: functionWideName }),
    fc.record({ kind: fc.constantFrom('block', 'loop', 'branch'), body: tie('statements') }),
    fc.record(
      { kind: fc.constant('function' as const), name: fc.constant('moor'), parameter: functionWideName, body: tie('statements') },
    ),
    fc.record({ kind: fc.constant('arrow' as const), parameter: functionWideName, body: tie('statements') }),
  ),
}));

/** The names of a stretch of code in the model, each with the place of its first declaration. */
interface Names {
  readonly of: Map<string, string>;
  readonly outer: Names | null;
  readonly isFunction: boolean;
}

/** Writes a program and says for each use where the name was first declared; null where nowhere. */
class Writer {
  private line = 1;
  private code = '';
  readonly uses = new Map<string, string | null>();
  private readonly pending: (() => void)[] = [];

  write(program: readonly Statement[]): string {
    this.body(program, { of: new Map(), outer: null, isFunction: true });
    this.put('export {};');
    for (const settle of this.pending) settle();
    return this.code;
  }

  private put(text: string): void {
    this.code += `${text}\n`;
    this.line += 1;
  }

  private declare(names: Names, declared: string, column: number): void {
    if (!names.of.has(declared)) names.of.set(declared, `${this.line}:${column}`);
  }

  private body(statements: readonly Statement[], names: Names): void {
    for (const statement of statements) this.statement(statement, names);
  }

  private statement(statement: Statement, names: Names): void {
    switch (statement.kind) {
      case 'use': {
        const place = `${this.line}:4`;
        // What is declared further down counts too, so uses are settled at the end.
        this.pending.push(() => this.uses.set(place, lookUp(names, statement.name)));
        this.put(`go(${statement.name});`);
        break;
      }
      case 'declare':
        if (statement.word !== 'var' && names.of.has(statement.name)) break;
        this.declare(statement.word === 'var' ? functionNames(names) : names, statement.name, statement.word.length + 2);
        this.put(`${statement.word} ${statement.name} = 1;`);
        break;
      case 'function':
        if (names.of.has(statement.name)) break;
        this.declare(names, statement.name, 10);
        this.owned(`function ${statement.name}(`, ') {', statement, names);
        break;
      case 'arrow':
        this.owned('go((', ') => {', statement, names, '});');
        break;
      default: {
        this.put({ block: '{', loop: 'while (free()) {', branch: 'if (free()) {' }[statement.kind]);
        this.body(statement.body, { of: new Map(), outer: names, isFunction: false });
        this.put('}');
      }
    }
  }

  private owned(
    before: string,
    after: string,
    { parameter, body }: { readonly parameter: string; readonly body: readonly Statement[] },
    outer: Names,
    end = '}',
  ): void {
    const own: Names = { of: new Map(), outer, isFunction: true };
    this.declare(own, parameter, before.length + 1);
    this.put(before + parameter + after);
    this.body(body, own);
    this.put(end);
  }
}

function functionNames(names: Names): Names {
  return names.isFunction || names.outer === null ? names : functionNames(names.outer);
}

function lookUp(names: Names, wanted: string): string | null {
  return names.of.get(wanted) ?? (names.outer === null ? null : lookUp(names.outer, wanted));
}

const grammars = builtGrammars();
beforeAll(() => grammars.load(['javascript', 'typescript']));

test.each(['javascript', 'typescript'])('each use of a name in %s means what the model says', (language) => {
  fc.assert(fc.property(statements, (program) => {
    const writer = new Writer();
    const text = textOf(language, writer.write(program));
    const found = withSource(grammars, text, ({ tree }) => {
      const { all, unresolved } = bindingsOf(tree);
      const resolved = all.flatMap(({ node, references }) =>
        references.all.map((use) => [placeOf(text, use.node), placeOf(text, node)] as const));
      return new Map<string, string | null>(
        [...resolved, ...unresolved.all.map(({ node }) => [placeOf(text, node), null] as const)],
      );
    });
    for (const [place, declared] of writer.uses) expect(found.get(place), `${text.text}\n${place}`).toBe(declared);
  }), { numRuns: runs(300) });
});
