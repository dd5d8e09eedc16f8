import { EMPTY_STACK } from '../../core/layers/stack.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { PresetReport } from '../../core/cascade/preset-report.js';
import type { Project } from './project.js';

/** A preset with everything it adopts merged. @param directory the directory that a relative path starts from. */
export function reportPreset(project: Project, reference: PresetReference, directory: string): PresetReport {
  const read = project.readPreset(reference, directory);
  const { stack } = read?.rules ?? { stack: EMPTY_STACK };
  const zones = stack.own.blocks.flatMap(({ layer, zones: around, statements }) => {
    const zone = around.at(-1)?.zone;
    return zone === undefined ? [] : [{ zone, layer, statements: statements.map(({ statement }) => statement) }];
  });
  return {
    reference: reference.text,
    title: read?.layer.title ?? null,
    about: read?.layer.about ?? null,
    layers: stack.layers,
    rules: project.resolver.decide(stack, []),
    zones,
    catalog: project.catalog,
    usesStarter: false,
    incomplete: [],
    notices: project.notices(),
  };
}
