import path from 'node:path';
import type { Ledger } from '../../core/ledger/ledger.js';
import type { RuleExcuses } from '../../core/inspect/line-explanation.js';
import type { RuleId } from '../../core/model/rule.js';
import { parseSelector, selects } from '../../core/model/selector.js';
import type { WaiverRecord } from '../../core/waivers/account.js';
import { readSource } from '../files/source-file.js';
import type { Session } from './session.js';

/** What excuses findings of a rule in a file: its waivers, if it is checked, and its ledger entries. */
export async function excusesOf(session: Session, rule: RuleId, target: string, ledger: Ledger): Promise<RuleExcuses> {
  const own = session.relative(target);
  return {
    waivers: await waiversOf(session, rule, target, own),
    entries: ledger.entries.filter((entry) => entry.rule === rule && ledger.pathOf(entry) === own),
  };
}

async function waiversOf(session: Session, rule: RuleId, target: string, own: string): Promise<readonly WaiverRecord[]> {
  const reading = readSource(path.join(session.root, own), { largest: null, generated: 'check' });
  // Most files have none, and only reading the comments needs the parser.
  if ('skipped' in reading || !/\belvar\s+waive\b/.test(reading.text)) return [];
  const { files, catalog } = await session.check([target]);
  const about = catalog.get(rule);
  const isAbout = (text: string): boolean => {
    const selector = parseSelector(text);
    return selector !== null && about !== undefined && selects(selector, about);
  };
  return files.flatMap(({ waivers }) => waivers.filter(({ selectors }) => selectors.some(isAbout)));
}
