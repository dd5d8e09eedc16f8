import path from 'node:path';
import { compareRules } from '../../core/compare/compare-rules.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import { parsePresetReference } from '../../core/layers/parse/preset-reference.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { ComparedSide, CompareReport } from '../../core/compare/compare-report.js';
import type { DecidedRules } from '../../core/model/rule-set.js';
import type { ProjectFiles } from '../files/project-files.js';
import { needPossible } from './explain-path.js';
import type { Location } from './locate.js';
import type { Project } from './project.js';
import type { ProjectQuestion } from '../questions/project-question.js';

/** A side of a comparison, as named. @param own its path relative to the root; null for a preset. */
export interface NamedSide {
  readonly name: string;
  readonly own: string | null;
}

/** What has to be read to compare two sides. @throws UsageError if a path cannot exist. */
export function questionOf(sides: readonly NamedSide[], root: string, { disk }: ProjectFiles): ProjectQuestion {
  for (const { name, own } of sides) if (own !== null) needPossible(own, root, name);
  return {
    // A directory stands for a file in it whose name matches only patterns that match everything.
    locate: sides.flatMap(
      ({ own }) => (own === null ? [] : [own !== '' && disk.kindOf(path.join(root, own)) === 'directory' ? `${own}/` : own]),
    ),
    presets: sides.flatMap(({ name, own }) => (own === null ? [parsePresetReference(name) as PresetReference] : [])),
    needsLayers: sides.some(({ own }) => own !== null),
  };
}

/** Compares two paths or presets, which have been read for {@link questionOf}. */
export function compareSides(project: Project, sides: readonly [NamedSide, NamedSide]): CompareReport {
  const [locations, presets] = [[...project.locations], [...project.presets]];
  const found = sides.map(
    ({ own }): Location | LayerDocument => (own === null ? presets.shift() as LayerDocument : locations.shift() as Location),
  );
  // A preset is decided as if the root adopted it, for the path on the other side.
  const beside = project.locations[0] ?? null;
  const [first, second] =
    found.map((side) => ('source' in side ? rulesOfPreset(project, side, beside) : rulesAt(side, project))) as [
      DecidedRules,
      DecidedRules,
    ];
  return {
    first: describeSide(sides[0], found[0]),
    second: describeSide(sides[1], found[1]),
    differences: compareRules(first, second, project.catalog),
    catalog: project.catalog,
    usesStarter: project.usesStarter,
    incomplete: project.incomplete,
    notices: project.notices(),
  };
}

function describeSide({ name, own }: NamedSide, side: Location | LayerDocument | undefined): ComparedSide {
  const exists = side === undefined || 'source' in side || own === '' || side.kind !== undefined || side.path.endsWith('/');
  return { name, kind: own === null ? 'preset' : 'path', exists };
}

function rulesAt({ directory, name }: Location, { deciding }: Project): DecidedRules {
  return deciding.rulesIn(directory).rulesFor(name, directory.languages.languageOf(name), deciding.resolver);
}

function rulesOfPreset({ deciding }: Project, preset: LayerDocument, beside: Location | null): DecidedRules {
  const own = deciding.rulesOf(preset);
  if (beside === null) return deciding.resolver.decide(own.stack, []);
  const rules = beside.path.split('/').slice(0, -1).reduce((inner, step) => inner.descend(step), own);
  return rules.rulesFor(beside.name, beside.directory.languages.languageOf(beside.name), deciding.resolver);
}
