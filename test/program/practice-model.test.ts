import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type * as Library from '../../src/host/workspace.js';
import { makeFolder } from '../support/project.js';
import { runs } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;

const COMPARE = 'slips/loose-compare';
const BLANKS = 'text/trailing-blanks';
const TODAY = '2026-06-15';
const NAMES = ['gate.js', 'quay/tide.ts', 'crane.py'];

/** What is done in a project, one after another. `line` chooses one of the lines that there are. */
type Step =
  | { readonly kind: 'write'; readonly file: number; readonly at: number }
  | { readonly kind: 'blanks' | 'drop'; readonly file: number; readonly line: number }
  | { readonly kind: 'waive'; readonly file: number; readonly line: number; readonly rule: string }
  | { readonly kind: 'take'; readonly file: number | null }
  | { readonly kind: 'fix' }
  | { readonly kind: 'prune' }
  | { readonly kind: 'remove-unused' };

const number = fc.nat({ max: 30 });
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ kind: fc.constant<'write'>('write'), file: number, at: number }) },
  { weight: 5, arbitrary: fc.record(
    { kind: fc.constantFrom<('blanks' | 'drop')[]>('blanks', 'blanks', 'drop'), file: number, line: number },
  ) },
  { weight: 4, arbitrary: fc.record(
    { kind: fc.constant<'waive'>('waive'), file: number, line: number, rule: fc.constantFrom(COMPARE, BLANKS) },
  ) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant<'take'>('take'), file: fc.option(number) }) },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constantFrom<('fix' | 'prune' | 'remove-unused')[]>('fix', 'prune', 'remove-unused') }),
  },
);

/** A line of code is known by its number, wherever it goes and whatever comment stands around it. */
const NUMBER = /go\(n(\d+)/;

/** What the model knows: which findings there are, and what excuses each. Findings are named `RULE LINE`. */
interface Model {
  readonly found: Set<string>;
  readonly waived: Set<string>;
  readonly known: Set<string>;
  readonly fileOf: Map<string, string>;
  next: number;
}

function stateOf(model: Model, key: string): 'waiver' | 'ledger' | 'open' {
  return model.waived.has(key) ? 'waiver' : model.known.has(key) ? 'ledger' : 'open';
}

class Project {
  readonly folder = makeFolder({
    'elvar.yaml': `rulings:\n  ${COMPARE}: error\n  ${BLANKS}: warning\nscope:\n  ignore: [elvar.yaml]\n`,
    ...Object.fromEntries(NAMES.map((name) => [name, ''])),
  });
  readonly model: Model = { found: new Set(), waived: new Set(), known: new Set(), fileOf: new Map(), next: 0 };

  get workspace(): Library.Workspace {
    return openWorkspace({ directory: this.folder, root: this.folder, today: TODAY, noPersonal: true });
  }

  lines(file: string): string[] {
    const lines = readFileSync(path.join(this.folder, file), 'utf8').split('\n');
    lines.pop();
    return lines;
  }

  write(file: string, lines: readonly string[]): void {
    writeFileSync(path.join(this.folder, file), lines.map((line) => `${line}\n`).join(''));
  }

  /** The lines with code, by their indexes. */
  codeLines(file: string): number[] {
    return this.lines(file).flatMap((line, index) => (NUMBER.test(line) ? [index] : []));
  }

  /** Whether a comment on a line of its own is about the line after it. */
  isWaiverLine(line: string | undefined): boolean {
    return line !== undefined && /elvar waive/.test(line) && !NUMBER.test(line);
  }

  async take(one: Step): Promise<void> {
    const { model } = this;
    if (one.kind === 'take') {
      const places = one.file === null ? [] : [NAMES[one.file % NAMES.length] as string];
      await this.workspace.ledger().take({ places, rules: [] }, null, { status: null, because: 'old', until: null }, true);
      for (const key of model.found) {
        if (!model.waived.has(key) && (places.length === 0 || places.includes(model.fileOf.get(key) as string))) {
          model.known.add(key);
        }
      }
    } else if (one.kind === 'fix') {
      await this.workspace.fix([], { rules: [], offered: false, writes: true });
      for (const key of [...model.found]) if (key.startsWith(BLANKS) && stateOf(model, key) === 'open') model.found.delete(key);
    } else if (one.kind === 'prune') {
      await this.workspace.ledger().prune({ places: [], rules: [] }, true);
      for (const key of [...model.known]) if (!model.found.has(key)) model.known.delete(key);
    } else if (one.kind === 'remove-unused') {
      await this.workspace.waivers().removeUnused([], true);
      for (const key of [...model.waived]) if (!model.found.has(key)) model.waived.delete(key);
    } else {
      const file = NAMES[one.file % NAMES.length] as string;
      if (one.kind === 'write') this.addLine(file, one.at);
      else await this.onLine(file, one);
    }
  }

  private addLine(file: string, at: number): void {
    const { model } = this;
    const lines = this.lines(file);
    let index = at % (lines.length + 1);
    while (this.isWaiverLine(lines[index - 1])) index -= 1;
    model.next += 1;
    // Python has no such comparison; a line of it is written with blanks.
    const isPython = file.endsWith('.py');
    lines.splice(index, 0, isPython ? `go(n${model.next})  ` : `go(n${model.next} == 1);`);
    const key = `${isPython ? BLANKS : COMPARE} ${model.next}`;
    model.found.add(key);
    model.fileOf.set(key, file);
    this.write(file, lines);
  }

  private async onLine(file: string, one: Extract<Step, { line: number }>): Promise<void> {
    const { model } = this;
    const choices = this.codeLines(file);
    const index = choices[one.line % Math.max(1, choices.length)];
    if (index === undefined) return;
    const lines = this.lines(file);
    const id = NUMBER.exec(lines[index] as string)?.[1] as string;
    if (one.kind === 'waive') {
      const key = `${one.rule} ${id}`;
      if (!model.found.has(key) || model.waived.has(key)) return;
      const { failed } = await this.workspace.waivers().write(
        file, { rules: [one.rule], line: index + 1, column: null, reach: 'line', until: null, because: 'as agreed' }, true,
      );
      expect(failed).toBe(null);
      model.waived.add(key);
    } else if (one.kind === 'blanks') {
      if (!/\s$/.test(lines[index] as string)) lines[index] += ' \t';
      this.write(file, lines);
      model.found.add(`${BLANKS} ${id}`);
      model.fileOf.set(`${BLANKS} ${id}`, file);
    } else {
      let first = index;
      while (this.isWaiverLine(lines[first - 1])) first -= 1;
      lines.splice(first, index - first + 1);
      this.write(file, lines);
      for (const rule of [COMPARE, BLANKS]) {
        model.found.delete(`${rule} ${id}`);
        model.waived.delete(`${rule} ${id}`);
      }
    }
  }

  /** What check says, against what the model knows. */
  async compare(): Promise<void> {
    const { files, ledger } = await this.workspace.check();
    const told = files.flatMap(({ path: file, findings }) => {
      const lines = this.lines(file);
      return findings.all.map(
        ({ rule, span, excused }) => `${rule} ${NUMBER.exec(lines[span.start.line - 1] as string)?.[1]} ${excused?.by ?? 'open'}`,
      );
    });
    expect(told.sort()).toEqual([...this.model.found].map((key) => `${key} ${stateOf(this.model, key)}`).sort());
    expect(ledger.length).toBe(this.model.known.size);
  }
}

test('whatever is written, waived, written down and repaired, each finding is excused by what should excuse it', async () => {
  await fc.assert(fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 24 }), async (steps) => {
    const project = new Project();
    const lively: Step[] = [0, 1, 2, 0, 1].map((file) => ({ kind: 'write', file, at: 0 }));
    for (const one of [...lively, ...steps]) {
      await project.take(one);
      await project.compare();
    }
  }), { numRuns: runs(1, 120) });
});
