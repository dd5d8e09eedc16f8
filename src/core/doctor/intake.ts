import { UNTITLED } from '../intake/rule-name.js';
import type { RuleId } from '../model/rule.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Diagnosis } from './diagnosis.js';
import type { Evidence } from './evidence.js';

/** What is wrong about other programs: logs that are missing or out of date, and rulings for rules that no log has. */
export function intakeTroubles({ intake, layers, catalog }: Evidence): Diagnosis[] {
  const logs = intake.flatMap((note): Diagnosis[] => {
    if (note.intake !== 'missing' && note.intake !== 'old') return [];
    const { log, place } = note;
    const detail = note.intake === 'missing'
      ? { code: 'log-missing', log } as const
      : { code: 'log-old', log, files: note.files, example: note.example } as const;
    return [{ detail, file: place?.file ?? log, line: place?.line ?? null, weight: 'advice', mend: null }];
  });
  const rulings = layers.flatMap((layer) =>
    [...layer.rulings, ...layer.zones.flatMap((zone) => zone.rulings)].flatMap(({ selector, place }): Diagnosis[] => (
      selector.kind === 'rule' && isInNoLog(selector.rule, catalog)
        ? [{
          detail: { code: 'rule-in-no-log', rule: selector.rule },
          file: layer.file,
          line: place.line,
          weight: 'advice',
          mend: null,
        }]
        : []
    )));
  return [...logs, ...rulings];
}

/** Whether logs of its concern have been read, and none has the rule. What has no id of its own may come any day. */
function isInNoLog(id: RuleId, catalog: Catalog): boolean {
  const rule = catalog.get(id);
  if (rule?.foreign == null || rule.foreign.ownIds.length > 0 || id === `${rule.concern}/${UNTITLED}`) return false;
  return catalog.rules.some(({ concern, foreign }) => concern === rule.concern && foreign !== null && foreign.ownIds.length > 0);
}
