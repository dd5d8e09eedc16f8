import type { Located } from '../../base/place.js';
import type { Adoption, AdoptionFilter } from '../../model/layer.js';
import { parseSelector, type Selector } from '../../model/selector.js';
import type { Mistakes } from '../mistakes.js';
import { nearReference, parsePresetReference } from './preset-reference.js';
import { describeValue, problemsOfIssues } from './schema-problems.js';
import { adoptionSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const ADOPTION_KEYS = Object.keys(adoptionSchema.shape);

/** Parses the `presets` of a layer file or a zone: each a reference, or a mapping that adopts a part of one. */
export function parseAdoptions(node: YamlNode, mistakes: Mistakes): Adoption[] {
  const { node: list, whole } = nodeAt(node, ['presets']);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => (item.value === undefined ? [] : parseAdoption(item, mistakes) ?? []));
}

function parseAdoption(item: YamlNode, mistakes: Mistakes): Adoption | null {
  const isPartial = typeof item.value === 'object' && item.value !== null && !Array.isArray(item.value);
  if (!isPartial) return locatedReference(item, { only: null, except: [] }, false, mistakes);
  const read = adoptionSchema.safeParse(item.value);
  if (!read.success) {
    mistakes.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, ADOPTION_KEYS));
  }
  const only = nodeAt(item, ['only']).whole ? parseSelectors(item, 'only', mistakes) : null;
  const filter = { only, except: parseSelectors(item, 'except', mistakes) };
  const use = nodeAt(item, ['use']);
  // The schema has already reported what is not a string.
  return use.whole && typeof use.node.value === 'string'
    ? locatedReference(use.node, filter, read.success && read.data.outside === 'allow', mistakes)
    : null;
}

function locatedReference(use: YamlNode, filter: AdoptionFilter, mayBeOutside: boolean, mistakes: Mistakes): Adoption | null {
  const reference = typeof use.value === 'string' ? parsePresetReference(use.value) : null;
  if (reference === null) {
    mistakes.report(use.place, {
      code: 'bad-preset-reference',
      reference: describeValue(use.value),
      near: typeof use.value === 'string' ? nearReference(use.value) : null,
    });
    return null;
  }
  return { reference, place: use.place, filter, mayBeOutside };
}

function parseSelectors(node: YamlNode, key: string, mistakes: Mistakes): Located<Selector>[] {
  const { node: list, whole } = nodeAt(node, [key]);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => {
    if (item.value === undefined) return [];
    const selector = typeof item.value === 'string' ? parseSelector(item.value) : null;
    if (selector === null) mistakes.report(item.place, { code: 'bad-selector', selector: describeValue(item.value) });
    return selector === null ? [] : [{ value: selector, place: item.place }];
  });
}
