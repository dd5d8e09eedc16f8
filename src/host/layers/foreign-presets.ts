import path from 'node:path';
import type { UnboundLayer } from '../../core/layers/parse/unbound-layer.js';
import type { Adoption } from '../../core/model/layer.js';
import type { Place } from '../../core/base/place.js';
import type { Problem } from '../../core/model/problem.js';
import { liesIn, realOrNearest } from '../files/real-path.js';

/** Where a layer file adopts a preset, and how it names it. */
interface AdoptedAt {
  readonly reference: string;
  readonly place: Place;
}

/** The presets outside the project: which may be read, and how little is told of them. */
export class ForeignPresets {
  /** Those that the project adopts, by name, and where. */
  private readonly adopted = new Map<string, AdoptedAt>();
  /** Those that the user adopts, whose own files they are. */
  private readonly ofUser = new Set<string>();

  constructor(private readonly root: string) {}

  /**
   * Whether a preset that is named by its path may be read: inside the project, or where a layer file of the project says so,
   * or the user does. A preset outside may adopt what lies beside it. A link is judged by where it leads.
   */
  mayRead(absolute: string, { mayBeOutside }: Adoption, { identity, role }: UnboundLayer): boolean {
    const real = realOrNearest(absolute);
    if (liesIn(real, this.root) || role === 'personal') return true;
    return liesIn(identity, this.root) ? mayBeOutside : liesIn(real, path.dirname(identity));
  }

  /**
   * Records that a preset outside the project is read.
   * @param file its name in places.
   * @param adopter the layer file that names it.
   */
  note(file: string, adopter: UnboundLayer, at: AdoptedAt): void {
    if (adopter.role === 'personal' || this.ofUser.has(adopter.file)) this.ofUser.add(file);
    else this.adopted.set(file, at);
  }

  /**
   * The problems that may be shown: those of a preset outside the project are replaced by their count, at the adoption, so that
   * nothing in it is quoted.
   */
  displayable(problems: readonly Problem[]): Problem[] {
    const counts = new Map<AdoptedAt, number>();
    for (const { file } of problems) {
      let at = this.adopted.get(file);
      if (at === undefined) continue;
      // What they adopt themselves is quoted as little.
      for (let outer = this.adopted.get(at.place.file); outer !== undefined; outer = this.adopted.get(outer.place.file)) {
        at = outer;
      }
      counts.set(at, (counts.get(at) ?? 0) + 1);
    }
    const told = problems.filter(({ file }) => !this.adopted.has(file));
    return [...told, ...[...counts].map(([{ reference, place }, mistakes]): Problem => ({
      file: place.file, place, detail: { code: 'wrong-outside', reference, mistakes },
    }))];
  }
}
