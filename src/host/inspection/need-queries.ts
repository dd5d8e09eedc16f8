import type { Catalog } from '../../core/catalog/catalog.js';
import { LayerError } from '../files/errors.js';
import { textsOf } from './query-texts.js';

/**
 * Makes sure that the queries of house rules fit their grammars.
 * @param root the project's, absolute.
 * @throws LayerError if one does not.
 */
export async function needQueries(root: string, catalog: Catalog): Promise<void> {
  if (!catalog.rules.some(({ house }) => house?.search.by === 'query')) return;
  // The grammars are loaded only for this question: it takes a while.
  const { queryProblems } = await import('./query-problems.js');
  const problems = await queryProblems(catalog);
  if (problems.length > 0) throw new LayerError(problems, textsOf(root, problems));
}
