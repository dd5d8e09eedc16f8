import fc from 'fast-check';
import { expect, test } from 'vitest';
import { SessionMemory, type RememberedOutcome } from '../../src/host/memory/session-memory.js';

const known: RememberedOutcome = { key: 'key', today: null, outcome: { skipped: 'binary' } };

const path = fc.array(fc.constantFrom('quay', 'berth'), { minLength: 1, maxLength: 3 }).map((steps) => steps.join('/'));
const step = fc.oneof(fc.record({ reads: path }), fc.record({ puts: path }), fc.record({ forgets: fc.option(path) }));

test('what was found in a file is known unless it, or a directory around it, was forgotten since it was read', () => {
  fc.assert(fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
    const memo = new SessionMemory();
    /** When each file was last read, and whether it was forgotten since; and what should be known. */
    const reading = new Map<string, { generation: number; isOld: boolean }>();
    const kept = new Set<string>();
    const isMet = (own: string, gone: string | null): boolean => gone === null || own === gone || own.startsWith(`${gone}/`);
    for (const one of steps) {
      if ('reads' in one) reading.set(one.reads, { generation: memo.generation, isOld: false });
      else if ('puts' in one) {
        const last = reading.get(one.puts);
        if (last === undefined) continue;
        memo.put(one.puts, known, last.generation);
        if (!last.isOld) kept.add(one.puts);
      } else {
        // Where a file of that name is known, nothing can be below it.
        if (one.forgets !== null && [...kept].some((own) => own.startsWith(`${one.forgets}/`)) && kept.has(one.forgets)) continue;
        memo.forget(one.forgets);
        for (const [own, last] of reading) if (isMet(own, one.forgets)) last.isOld = true;
        for (const own of kept) if (isMet(own, one.forgets)) kept.delete(own);
      }
      for (const own of reading.keys()) expect(memo.find(own, 'key', '2026-11-29') !== null, own).toBe(kept.has(own));
    }
  }));
});
