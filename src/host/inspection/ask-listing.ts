import type { Catalog } from '../../core/catalog/catalog.js';
import { LEDGER_FILE, LOCK_FILE } from '../files/own-files.js';
import type { ProjectListing } from '../project/project.js';
import type { InspectionQuestion, StandIn } from '../questions/inspection-question.js';

/**
 * The inspection question for a listing.
 * @param today as YYYY-MM-DD.
 * @param documentAt the text that stands for a file, by its path.
 */
export function questionAbout(
  root: string,
  today: string,
  { files, settings, needsReasons, layers }: ProjectListing,
  { rules }: Catalog,
  documentAt: (path: string) => StandIn | undefined = () => undefined,
): InspectionQuestion {
  const sets = [...new Set(files.map((file) => file.rules.set))];
  const numbers = new Map(sets.map((set, index) => [set, index]));
  const own = new Set(layers.map(({ file }) => file));
  return {
    root,
    settings: { largest: settings.largest, generated: settings.generated, longestLook: settings.longestLook },
    sets,
    terms: { today, needsReasons },
    ownFiles: files.map(({ path }) => path).filter((path) => own.has(path) || path === LEDGER_FILE || path === LOCK_FILE),
    houseRules: rules.flatMap(({ house }) => house ?? []),
    documents: Object.fromEntries(files.flatMap(({ path }) => {
      const text = documentAt(path);
      return text === undefined ? [] : [[path, text]];
    })),
    wantsVersions: false,
    wantsRepairs: false,
    wantsFacts: false,
    byProject: new Map(),
    foreignRules: rules.flatMap(({ foreign }) => foreign ?? []),
    foreign: new Map(),
    files: files.map(({ path, language, rules: { set } }) => ({ path, language, set: numbers.get(set) as number })),
  };
}
