import type { IntakeDeclaration } from '../../core/model/layer.js';
import type { ProjectFiles } from '../files/project-files.js';
import { declaredSources } from './declared-sources.js';
import { ForeignRules, type ReadLogs } from './foreign-rules.js';
import type { IntakeSource } from './intake-source.js';

/** The logs of a run: those that the command line names, and those that the root's layer file declares. */
export class Logs {
  private declared: readonly IntakeDeclaration[] = [];
  /** What they say, by what was last declared. */
  current: ForeignRules;

  constructor(
    private readonly named: readonly IntakeSource[],
    private readonly root: string,
    private readonly files: ProjectFiles,
    private readonly read: ReadLogs,
  ) {
    this.current = new ForeignRules(named, root, read);
  }

  /** Absolute paths. */
  get paths(): string[] {
    return this.current.sources.map(({ file }) => file);
  }

  /** What they say with these declarations. A log that is named and declared counts once. */
  rulesWith(declared: readonly IntakeDeclaration[]): ForeignRules {
    if (declared === this.declared || declared.length + this.declared.length === 0) return this.current;
    const once = new Map<string, IntakeSource>();
    for (const source of [...this.named, ...declaredSources(declared, this.root, this.files)]) {
      const key = `${source.concern} ${source.file}`;
      if (!once.has(key)) once.set(key, source);
    }
    this.declared = declared;
    return this.current = new ForeignRules([...once.values()], this.root, this.read);
  }
}
