import { compareRules } from '../../core/compare/compare-rules.js';
import { parsePresetReference } from '../../core/layers/preset-reference.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { ComparedSide, CompareReport } from '../../core/compare/compare-report.js';
import type { DecidedRules } from '../../core/model/rule-set.js';
import { needPossible } from './explain-path.js';
import type { Location, Project } from './project.js';

/** A side of a comparison, as named. @param own its path relative to the root; null for a preset. */
export interface NamedSide {
  readonly name: string;
  readonly own: string | null;
}

/** Compares two paths or presets. @param directory the directory that preset paths are relative to. @throws UsageError if a path cannot exist. */
export function compareSides(project: Project, sides: readonly [NamedSide, NamedSide], directory: string, root: string): CompareReport {
  for (const { name, own } of sides) if (own !== null) needPossible(own, root, name);
  const locations = sides.map(({ own }) => (own === null ? null : locate(project, own)));
  // A preset is decided as if the root adopted it, for the path on the other side.
  const beside = locations.find((location) => location !== null) ?? null;
  const [first, second] = sides.map(({ name }, index) => {
    const location = locations[index] ?? null;
    return location === null ? rulesOfPreset(project, name, directory, beside) : rulesAt(location, project);
  });
  return {
    first: describeSide(sides[0], locations[0] ?? null),
    second: describeSide(sides[1], locations[1] ?? null),
    differences: first && second ? compareRules(first, second, project.catalog) : [],
    catalog: project.catalog,
    usesStarter: project.hasStarter,
    incomplete: beside?.incomplete ?? [],
    notices: project.notices(),
  };
}

function describeSide({ name, own }: NamedSide, location: Location | null): ComparedSide {
  return { name, kind: own === null ? 'preset' : 'path', exists: own === null || own === '' || location?.kind !== undefined || location?.path.endsWith('/') === true };
}

/** A directory stands for a file in it whose name matches only patterns that match everything. */
function locate(project: Project, own: string): Location {
  if (own === '') return project.locate('');
  const location = project.locate(own);
  return location.kind === 'directory' ? project.locate(`${own}/`) : location;
}

function rulesAt({ directory, name }: Location, project: Project): DecidedRules {
  return directory.rules.rulesFor(name, directory.languages.languageOf(name), project.resolver);
}

function rulesOfPreset(project: Project, name: string, directory: string, beside: Location | null): DecidedRules | null {
  const read = project.readPreset(parsePresetReference(name) as PresetReference, directory);
  if (read === null) return null;
  if (beside === null) return project.resolver.decide(read.rules.stack, []);
  const rules = beside.path.split('/').slice(0, -1).reduce((inner, step) => inner.descend(step), read.rules);
  return rules.rulesFor(beside.name, beside.directory.languages.languageOf(beside.name), project.resolver);
}
