import assert from 'node:assert/strict';
import { test } from 'node:test';
import { planDay } from '../src/plan.js';

const north = { name: 'N1', quay: 'north', length: 80, depth: 7.5 };

test('the vessel that draws more water is served first', () => {
  const arrives = new Date('2026-05-04T06:00:00Z');
  const leaves = new Date('2026-05-04T18:00:00Z');
  const deep = { name: 'Heron', length: 50, draught: 6, arrives, leaves, cargo: 'timber' as const };
  const shallow = { name: 'Tern', length: 50, draught: 2, arrives, leaves, cargo: 'fish' as const };
  const plan = planDay([shallow, deep], [north]);
  console.log(plan);
  assert.equal(plan.stays[0]?.vessel.name, 'Heron');
  assert.equal(plan.waiting[0]?.refusal, 'full');
});
