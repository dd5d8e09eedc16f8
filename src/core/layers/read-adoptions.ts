import { letsThrough, type Adoption, type AdoptionFilter } from '../model/layer.js';
import { parseSelector, type Selector } from '../model/selector.js';
import { nearReference, parsePresetReference } from './preset-reference.js';
import { unknownSelector } from './read-rulings.js';
import type { Reading } from './reading.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { adoptionSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const ADOPTION_KEYS = Object.keys(adoptionSchema.shape);

/** Reads the `presets` of a layer file or a zone: each a reference, or a mapping that adopts a part of one. */
export function readAdoptions(node: YamlNode, reading: Reading): Adoption[] {
  const { node: list, whole } = nodeAt(node, ['presets']);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => (item.value === undefined ? [] : readAdoption(item, reading) ?? []));
}

function readAdoption(item: YamlNode, reading: Reading): Adoption | null {
  const isPartial = typeof item.value === 'object' && item.value !== null && !Array.isArray(item.value);
  if (!isPartial) return readReference(item, { only: null, except: [] }, false, reading);
  const read = adoptionSchema.safeParse(item.value);
  if (!read.success) {
    reading.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, ADOPTION_KEYS));
  }
  const only = nodeAt(item, ['only']).whole ? readSelectors(item, 'only', reading) : null;
  const filter = { only, except: readSelectors(item, 'except', reading) };
  const use = nodeAt(item, ['use']);
  // The schema has already reported what is not a string.
  return use.whole && typeof use.node.value === 'string' ? readReference(use.node, filter, read.success && read.data.outside === 'allow', reading) : null;
}

function readReference(use: YamlNode, filter: AdoptionFilter, mayBeOutside: boolean, reading: Reading): Adoption | null {
  const reference = typeof use.value === 'string' ? parsePresetReference(use.value) : null;
  if (reference === null) {
    reading.report(use.place, { code: 'bad-preset-reference', reference: describeValue(use.value), near: typeof use.value === 'string' ? nearReference(use.value) : null });
    return null;
  }
  const isNothing = filter.only !== null && !reading.catalog.rules.some((rule) => letsThrough(filter, rule));
  if (isNothing) reading.warnings.push(problemAt(use.place, { code: 'adopts-nothing', reference: reference.text }));
  return { reference, place: use.place, filter, mayBeOutside };
}

function readSelectors(node: YamlNode, key: string, reading: Reading): Selector[] {
  const { node: list, whole } = nodeAt(node, [key]);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => {
    if (item.value === undefined) return [];
    const selector = typeof item.value === 'string' ? parseSelector(item.value) : null;
    const problem = selector === null
      ? problemAt(item.place, { code: 'bad-selector', selector: describeValue(item.value) })
      : unknownSelector(selector, item.place, reading.catalog);
    if (problem !== null) reading.problems.push(problem);
    return selector ?? [];
  });
}
