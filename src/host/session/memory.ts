import { InspectionCache } from '../cache/inspection-cache.js';
import { Disk } from '../files/disk.js';

/** What is known of one project, whatever the settings: shared by a session and its trials. */
export class Memory {
  readonly disk = new Disk();
  private cache: InspectionCache | null = null;

  /** @param root the project's, absolute. */
  constructor(private readonly root: string) {}

  /** What earlier runs have found. @param folder where the caches of all projects are; null to do without. */
  cacheIn(folder: string | null): InspectionCache | null {
    return folder === null ? null : this.cache ??= new InspectionCache(folder, this.root);
  }
}
