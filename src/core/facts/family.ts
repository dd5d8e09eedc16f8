import type { Confidence } from '../model/rule.js';
import type { Declaration, FactImport, FileFacts } from './facts.js';
import type { ProjectFacts } from './project.js';

/** Where an import leads: to files of the project; to none, though it should; or to where nothing is known. */
export type Target = { readonly files: readonly FileFacts[] } | 'missing' | 'elsewhere';

/** What holds for the files of languages that use each other's names: how they load each other, and who else uses them. */
export interface FamilyFacts {
  /** Where an import of a file leads; absent if imports are not followed. */
  readonly target?: (project: ProjectFacts, file: FileFacts, taken: FactImport) => Target;
  /** The path of a file as imports name the end of it; absent if that is the path itself. */
  readonly moduleName?: (path: string) => string;
  /** The name of the file that makes a package of its directory. */
  readonly packageFile?: string;
  /** The names of the manifests of its packages, the more telling first. */
  readonly manifests?: readonly string[];
  /** Whether a module runs while it is imported, so that files which import each other are in each other's way. */
  readonly runsOnImport?: boolean;
  /** Whether a build may put other files in the place of its modules, and give other names to them. */
  readonly isBuilt?: boolean;
  /** Whether code names modules as it names anything else. */
  readonly namesModules?: boolean;
  /** Whether a file says what it has for others: one that has nothing for them does something when it runs. */
  readonly marksExports?: boolean;
  /** Whether a file that computes the names of modules loads only those below its own directory. */
  readonly loadsBelow?: boolean;
  /** Whether the language, its tools or a build loads a file by its name, so that no other file has to. */
  readonly isLoadedByName?: (path: string) => boolean;
  /** The names of files that what runs tests, or another tool for the family, looks for; absent for none besides the usual. */
  readonly runByName?: RegExp;
  /** How sure it is that a name which nothing in the project uses is unused; absent if that is as in most languages. */
  readonly sureness?: (declared: Declaration, file: FileFacts, project: ProjectFacts) => Confidence;
}

const known = new Map<string, FamilyFacts>();
const runByName: RegExp[] = [];
const NOTHING: FamilyFacts = {};

/** Says what holds for a family, before any facts are asked about. */
export function knowFamily(id: string, facts: FamilyFacts): void {
  known.set(id, facts);
  if (facts.runByName !== undefined) runByName.push(facts.runByName);
}

/** Whether the tools for some family look for a file by its name. */
export function isRunInFamily(name: string): boolean {
  return runByName.some((pattern) => pattern.test(name));
}

/** What holds for the family of a file. */
export function familyOf({ family }: Pick<FileFacts, 'family'>): FamilyFacts {
  return family === null ? NOTHING : known.get(family) ?? NOTHING;
}
