import { isInForce } from '../cascade/in-force.js';
import type { RuleId } from '../model/rule.js';
import type { Diagnosis } from './diagnosis.js';
import { wayOf, type Evidence } from './evidence.js';

/** Rules that contradict each other and are in force for the same file. */
export function contradictions({ files, catalog }: Evidence): Diagnosis[] {
  const pairs = catalog.rules.flatMap(({ id, conflicts }) =>
    conflicts.filter((other) => id < other || !catalog.get(other)?.conflicts.includes(id)).map((other) => [id, other] as const));
  return pairs.flatMap(([one, other]): Diagnosis[] => {
    const both = files.filter(({ rules, language }) => [one, other].every((id) => {
      const decision = rules.decisions.get(id);
      return decision !== undefined && isInForce(decision, language, catalog);
    }));
    const [first] = both;
    if (first === undefined) return [];
    const by = (id: RuleId): { way: string; file: string; line: number | null } => {
      const decision = first.rules.decisions.get(id);
      const statement = decision?.trail[decision.by]?.statement;
      return {
        way: statement === undefined ? '' : wayOf(statement),
        file: statement?.layer.through[0]?.file ?? statement?.place?.file ?? 'elvar.yaml',
        line: statement?.layer.through[0]?.line ?? statement?.place?.line ?? null,
      };
    };
    const second = by(other);
    return [{
      detail: {
        code: 'contradiction', rules: [one, other], files: both.length, example: first.path, by: [by(one).way, second.way],
      },
      file: second.file,
      line: second.line,
      weight: 'problem',
      mend: null,
    }];
  });
}
