import { readFileSync } from 'node:fs';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { LanguageId } from '../../core/base/language.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { PACKAGE_FOLDER } from '../package-folder.js';
import { contentDigest } from '../files/digests.js';
import { knowsLanguage } from '../../core/catalog/rule-languages.js';

/** What decides, besides a file's bytes and its path, what is found in it. */
interface KeyParts {
  readonly catalog: Catalog;
  readonly houseRules: readonly HouseRule[];
  readonly needsReasons: boolean;
  readonly settings: { readonly largest: number | null; readonly generated: string };
}

/** The keys of records. Levels make no difference to them, only whether a rule is on. */
export class MemoryKeys {
  private readonly common: string;
  private readonly known = new Map<RuleSet, Map<string, string>>();

  /** @param build the build of Elvar. */
  constructor(private readonly parts: KeyParts, build: string) {
    const { houseRules, needsReasons, settings } = parts;
    this.common = JSON.stringify([build, process.version, needsReasons, settings.largest, settings.generated, houseRules]);
  }

  /** The key of a file. @param isOwn whether it is one of Elvar's own files, which some rules leave alone. */
  keyFor(set: RuleSet, language: LanguageId, isOwn: boolean): string {
    let ofSet = this.known.get(set);
    if (ofSet === undefined) this.known.set(set, (ofSet = new Map()));
    const name = `${language} ${isOwn}`;
    let key = ofSet.get(name);
    if (key === undefined) ofSet.set(name, (key = this.make(set, name, language)));
    return key;
  }

  private make({ rules }: RuleSet, name: string, language: LanguageId): string {
    const inForce = this.parts.catalog.rules.flatMap((rule) => {
      const setting = rules.get(rule.id);
      return setting === undefined || setting.level === 'off' || !knowsLanguage(rule, language)
        ? []
        : [[rule.id, setting.options, setting.waivers, setting.fix]];
    });
    return contentDigest(Buffer.from(JSON.stringify([this.common, name, inForce])));
  }
}

/**
 * What decides, besides a file itself, what it contributes to what is known of its project: the build of Elvar, and the settings
 * by which files are read.
 */
export function originOf({ largest, generated }: KeyParts['settings']): string {
  return `${buildId() ?? ''} ${largest ?? ''} ${generated}`;
}

let build: string | null | undefined;

/** The build of Elvar: a digest of all files that it consists of. Null if it is not known; then nothing is kept. */
export function buildId(): string | null {
  if (build === undefined) {
    try {
      build = readFileSync(new URL('dist/build-id', PACKAGE_FOLDER), 'latin1').trim();
    } catch {
      build = null;
    }
  }
  return build;
}
