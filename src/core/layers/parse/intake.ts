import { CONCERNS } from '../../model/concern.js';
import type { IntakeDeclaration } from '../../model/layer.js';
import { NAME } from '../../model/selector.js';
import { whyNoPattern } from './patterns.js';
import type { Mistakes } from '../mistakes.js';
import { problemsOfIssues } from './schema-problems.js';
import { intakeSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const KEYS = Object.keys(intakeSchema.shape);

/** Parses the `intake` block of a layer file. Mistakes are reported; a log with one is left out. */
export function parseIntakeBlock(root: YamlNode, mistakes: Mistakes): IntakeDeclaration[] {
  const { node: list, whole } = nodeAt(root, ['intake']);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => parseDeclaration(item, mistakes) ?? []);
}

function parseDeclaration(item: YamlNode, mistakes: Mistakes): IntakeDeclaration | null {
  const data = intakeSchema.safeParse(item.value);
  if (!data.success) {
    mistakes.problems.push(...problemsOfIssues(data.error.issues, item, KEYS));
    return null;
  }
  const { read, as: concern, required = false } = data.data;
  const [path, name] = [nodeAt(item, ['read']).node, nodeAt(item, ['as']).node];
  const wrong = whyNoPattern(path);
  if (wrong !== null) mistakes.report(path.place, { code: 'bad-pattern', why: wrong });
  else if (leavesRoot(read)) mistakes.report(path.place, { code: 'intake-outside', path: read });
  const why = whyNoConcern(concern);
  if (why !== null) mistakes.report(name.place, { code: 'intake-concern', concern, why });
  return { read: { value: read, place: path.place }, as: { value: concern, place: name.place }, required };
}

const CONCERN = new RegExp(`^${NAME}$`);

/** Why a name cannot be the concern of another program's rules; null if it can. */
export function whyNoConcern(name: string): 'form' | 'own' | null {
  if (!CONCERN.test(name)) return 'form';
  return (CONCERNS as readonly string[]).includes(name) ? 'own' : null;
}

/**
 * Whether a path leads out of the project, or from the top of the machine. A layer file says what is read on every machine of the
 * team.
 */
function leavesRoot(path: string): boolean {
  return /^(?:[a-z]:)?[\\/]/i.test(path) || path.split(/[\\/]/).includes('..');
}
