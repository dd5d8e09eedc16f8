import assert from 'node:assert/strict';
import { test } from 'node:test';
import { assign } from '../src/assign.js';

test('passengers lie at the north quay', () => {
  const day = { arrives: new Date(0), leaves: new Date(3_600_000) };
  const ferry = { name: 'Curlew', length: 30, draught: 2, cargo: 'passengers' as const, ...day };
  const south = { name: 'S1', quay: 'south', length: 45, depth: 4 };
  assert.equal(assign(ferry, [south], []), null);
});
