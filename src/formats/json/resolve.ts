import { filesBySet, setNames, type ResolveReport } from '../../core/cascade/resolve-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { visibleJson } from '../text/visible.js';

/** `elvar-resolve/1`. @param rule the only rule wanted; undefined for all. */
export function resolveJson({ files }: ResolveReport, rule?: string): object {
  const names = setNames(files);
  const sets = [...filesBySet(files)].map(([set, own]) => ({
    id: names.get(set),
    rules: rulesJson(set, rule),
    files: own.map(({ path, language }) => ({ path, language })),
  }));
  return { format: 'elvar-resolve/1', sets };
}

/** What JSON writes as it is: printable ASCII but quotes and backslashes. */
const PLAIN = /^[ !#-[\]-~]*$/;

/** The same with one line per file; each rule set is printed once, before its first file. */
export function* resolveLines({ files }: ResolveReport, rule?: string): Iterable<string> {
  const names = setNames(files);
  const told = new Set<RuleSet>();
  for (const { path, language, rules: { set } } of files) {
    if (!told.has(set)) {
      told.add(set);
      yield visibleJson(JSON.stringify({ set: names.get(set), rules: rulesJson(set, rule) }));
    }
    // Concatenated by hand, which halves the time for a hundred thousand files. Languages and ids need no escapes, and few paths
    // do.
    yield `{"path":${PLAIN.test(path) ? `"${path}"` : visibleJson(JSON.stringify(path))},"language":"${language}","set":"`
      + `${names.get(set)}"}`;
  }
}

/** Every rule that is not off; catalog order keeps the keys sorted. */
function rulesJson(set: RuleSet, wanted: string | undefined): object {
  const on = [...set.rules].filter(([rule, { level }]) => level !== 'off' && (wanted === undefined || rule === wanted));
  return Object.fromEntries(on.map(([rule, { level, options }]) => [rule, { level, options }]));
}
