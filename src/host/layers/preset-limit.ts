import { adoptionsOf, withAdopted, type LayerDocument } from '../../core/layers/layer-document.js';

/** The most adoptions that one layer file may bring in, counting those of its presets each time. */
const MOST_PRESETS = 10_000;

/** Reports presets that each adopt others twice: they double at every level, and no screen could show the result. */
export function limitPresets(document: LayerDocument): void {
  // A circle would be endless; it is reported elsewhere.
  if (withAdopted([document]).some(({ problems }) => problems.length > 0)) return;
  const counts = new Map<LayerDocument, number>();
  const heaviest = document.adopted.findIndex((preset) => preset !== null && presetCount(preset, counts) > MOST_PRESETS);
  const place = adoptionsOf(document.parsed.layer)[heaviest]?.place;
  if (place !== undefined) {
    document.problems.push({ file: place.file, place, detail: { code: 'too-many-presets', limit: MOST_PRESETS } });
  }
}

/** The number of presets that a preset brings in, itself included, each counted as often as it occurs. */
function presetCount(preset: LayerDocument, counts: Map<LayerDocument, number>): number {
  let count = counts.get(preset);
  if (count === undefined) {
    count = preset.adopted.reduce((sum, inner) => sum + (inner === null ? 0 : presetCount(inner, counts)), 1);
    counts.set(preset, count);
  }
  return count;
}
