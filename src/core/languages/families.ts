import type { LanguageFamily } from '../base/language.js';
import { isDeclared } from '../facts/facts.js';
import type { FamilyFacts } from '../facts/family.js';
import { unlessForOthers } from '../facts/how-sure.js';
import { includeTarget } from './cpp/includes.js';
import { scriptTarget } from './javascript/modules.js';

/** A family, and what holds for the files of its languages. */
export interface FamilyDefinition extends LanguageFamily {
  readonly facts: FamilyFacts;
}

/** JavaScript, TypeScript, and what contains them. */
export const SCRIPT_FAMILY: FamilyDefinition = {
  id: 'script',
  foldsCase: false,
  facts: {
    target: scriptTarget,
    manifests: ['package.json'],
    runsOnImport: true,
    isBuilt: true,
    marksExports: true,
    loadsBelow: true,
    isLoadedByName: (path) => /\.d\.[cm]?ts$/.test(path),
    sureness: (declared, file, project) => {
      if (isDeclared(declared, 'hidden')) return 'likely';
      if (declared.kind === 'method') return unlessForOthers(file, project);
      return file.is('module') && !file.is('open') ? 'certain' : 'likely';
    },
  },
};

/** C and C++. */
export const C_FAMILY: FamilyDefinition = {
  id: 'c',
  foldsCase: false,
  // Only what is included can be missed; the compiler is told of all other files.
  facts: { target: includeTarget, runsOnImport: true, isLoadedByName: (path) => !/\.h\w*$/.test(path) },
};

/** The languages of the Java Virtual Machine. */
export const JAVA_FAMILY: FamilyDefinition = {
  id: 'java', foldsCase: false, facts: { runByName: /Tests?\.java$/i },
};

/**
 * A language that shares its names with no other.
 * @param facts what holds for its files.
 * @param foldsCase whether names that differ only in capital letters are the same.
 */
export function ownFamily(id: string, facts: FamilyFacts = {}, foldsCase = false): FamilyDefinition {
  return { id, foldsCase, facts };
}
