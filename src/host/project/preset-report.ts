import type { LayerDocument } from '../../core/layers/layer-document.js';
import { nearReference, parsePresetReference } from '../../core/layers/parse/preset-reference.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { PresetReport } from '../../core/cascade/preset-report.js';
import { UsageError } from '../files/errors.js';
import type { Project } from './project.js';

/** A preset with everything it adopts merged: the only one that was asked about. */
export function reportPreset(project: Project, reference: PresetReference): PresetReport {
  const [document] = project.presets as [LayerDocument];
  const { deciding } = project;
  const { stack } = deciding.rulesOf(document);
  const { title, about } = project.layerOf(document);
  const zones = stack.own.blocks.flatMap(({ layer, zones: around, statements }) => {
    const zone = around.at(-1)?.zone;
    return zone === undefined ? [] : [{ zone, layer, statements: statements.map(({ statement }) => statement) }];
  });
  return {
    reference: reference.text,
    title,
    about,
    layers: stack.layers,
    rules: deciding.resolver.decide(stack, []),
    zones,
    catalog: project.catalog,
    usesStarter: false,
    incomplete: [],
    notices: project.notices(),
  };
}

/** The preset that a name on the command line means. @throws UsageError that says how to name one. */
export function needReference(name: string): PresetReference {
  const reference = parsePresetReference(name);
  if (reference !== null) return reference;
  throw new UsageError({ code: 'bad-preset', name, near: nearReference(name) });
}
