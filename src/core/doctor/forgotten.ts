import { formatSelector } from '../model/selector.js';
import type { LayerFile } from '../model/layer.js';
import type { Decision, Statement } from '../model/statement.js';
import type { Diagnosis, DiagnosisDetail } from './diagnosis.js';
import { placeKey, type Evidence } from './evidence.js';

/**
 * Leftovers: missing reasons, entries and waivers without a finding, titles used twice, presets adopted twice, failing examples.
 */
export function forgotten(evidence: Evidence): Diagnosis[] {
  return [
    ...missingReasons(evidence),
    ...idleLedger(evidence),
    ...unusedWaivers(evidence),
    ...sameTitles(evidence),
    ...adoptedTwice(evidence),
    ...failedExamples(evidence),
    ...hiddenCode(evidence),
    ...leftAside(evidence),
  ];
}

/** Turning off, capping and guarding need a reason most: others will ask. */
function missingReasons({ layers, waivers }: Evidence): Diagnosis[] {
  const ofRulings = layers.flatMap((layer) => [
    ...layer.rulings.map((ruling) => ({ ruling, around: null as string | null })),
    ...layer.zones.flatMap(({ rulings, because }) => rulings.map((ruling) => ({ ruling, around: because }))),
  ].filter(({ ruling: { level, guard, because }, around }) =>
    because === null && around === null && (level?.value === 'off' || guard !== null))
    .map(({ ruling }) => advice(
      { code: 'no-reason', of: { kind: 'ruling', selector: formatSelector(ruling.selector) } }, layer.file, ruling.place.line,
    )));
  return [...ofRulings, ...waivers.filter(({ because }) => because === null).map(({ path, line, selectors }) =>
    advice({ code: 'no-reason', of: { kind: 'waiver', selectors } }, path, line))];
}

function idleLedger({ ledger, catalog }: Evidence): Diagnosis[] {
  const gone = ledger.filter(({ state }) => state === 'gone');
  const [first] = gone;
  const unknown = [...new Set(ledger.map(({ entry }) => entry.rule))].filter((rule) => catalog.get(rule) === undefined);
  return [
    ...(first === undefined ? [] : [{
      ...advice({ code: 'ledger-gone', entries: gone.length }, 'elvar-ledger.yaml', first.entry.writtenIn),
      mend: { kind: 'prune-ledger' as const },
    }]),
    ...unknown.map((rule) => {
      const own = ledger.filter(({ entry }) => entry.rule === rule);
      return advice(
        { code: 'ledger-unknown-rule', rule, entries: own.length }, 'elvar-ledger.yaml', own[0]?.entry.writtenIn ?? 1,
      );
    }),
  ];
}

function unusedWaivers({ waivers }: Evidence): Diagnosis[] {
  return waivers.filter(({ isExpired, excused }) => !isExpired && excused.every((number) => number === 0))
    .map(({ path, line, selectors }) => advice({ code: 'unused-waiver', selectors }, path, line));
}

function sameTitles({ layers }: Evidence): Diagnosis[] {
  const first = new Map<string, LayerFile>();
  return layers.flatMap((layer) => {
    if (layer.title === null) return [];
    const other = first.get(layer.title);
    if (other === undefined) first.set(layer.title, layer);
    return other === undefined || other.file === layer.file
      ? []
      : [advice({ code: 'same-title', title: layer.title, other: other.file }, layer.file, null)];
  });
}

/**
 * A preset that one file brings in twice, directly or through others: the second time repeats all of it over
 * whatever came in between. In zones, or for different rules each time, it may be intended.
 */
function adoptedTwice({ layers, files }: Evidence): Diagnosis[] {
  const own = new Set(layers.map(({ file }) => file));
  const found = new Map<string, Diagnosis>();
  const seen = new Set<Decision>();
  for (const { rules } of files) {
    for (const decision of rules.decisions.values()) {
      if (seen.has(decision)) continue;
      seen.add(decision);
      noteTwice(decision, own, found);
    }
  }
  return [...found.values()];
}

function noteTwice({ trail }: Decision, own: ReadonlySet<string>, found: Map<string, Diagnosis>): void {
  const first = new Map<string, Statement>();
  for (const { statement } of trail) {
    const [outermost] = statement.layer.through;
    if (outermost === undefined || statement.zone !== null || !own.has(outermost.file)) continue;
    const key = `${outermost.file} ${placeKey(statement)}`;
    const earlier = first.get(key);
    if (earlier === undefined) first.set(key, statement);
    else {
      const ways = [earlier, statement].map(({ layer: { through } }) =>
        through.map(({ file, line }) => `${file}:${line}`).join(' → '));
      found.set(
        `${statement.layer.file} ${ways.join(' ')}`,
        advice({ code: 'adopted-twice', preset: statement.layer.file ?? '', ways }, outermost.file, outermost.line),
      );
    }
  }
}

function leftAside({ leftAside: problems }: Evidence): Diagnosis[] {
  return problems.map(({ file, place, detail }) => advice({ code: 'left-aside', problem: detail }, file, place?.line ?? null));
}

function failedExamples({ failedExamples: examples }: Evidence): Diagnosis[] {
  return examples.map(({ rule, kind, file, line }) => ({
    ...advice({ code: 'example-fails', rule, kind }, file, line), weight: 'problem' as const,
  }));
}

/** Files that git tracks and a pattern excludes, which a lead may not expect; and checked files that are not the team's own. */
function hiddenCode({ hidden, foreign }: Evidence): Diagnosis[] {
  const byPattern = new Map<string, typeof hidden[number][]>();
  // Whoever wrote the full path of a directory knows what is in it.
  for (const one of hidden.filter(({ pattern }) => !pattern.slice(0, -1).includes('/'))) {
    byPattern.set(`${one.file}:${one.line}`, [...(byPattern.get(`${one.file}:${one.line}`) ?? []), one]);
  }
  return [
    ...[...byPattern.values()].map(([first, ...others]): Diagnosis => {
      const { file, line, pattern, path } = first as typeof hidden[number];
      return advice({ code: 'hides-own-code', pattern, files: others.length + 1, example: path }, file, line);
    }),
    ...foreign.map(({ kind, pattern, paths }) =>
      advice({ code: 'foreign-code', kind, pattern, files: paths.length }, paths[0] ?? '', null)),
  ];
}

function advice(detail: DiagnosisDetail, file: string, line: number | null): Diagnosis {
  return { detail, file, line, weight: 'advice', mend: null };
}
