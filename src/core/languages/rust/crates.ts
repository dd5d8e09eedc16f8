import type { FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';

/** Whether a file of Rust belongs to a library, whose public names others may use: The Cargo Book, "Package Layout". */
export function isOfCrate(project: ProjectFacts, { path }: FileFacts): boolean {
  for (let end = path.lastIndexOf('/src/'); ; end = path.lastIndexOf('/src/', end - 1)) {
    const directory = end < 0 ? (path.startsWith('src/') ? 'src/' : null) : path.slice(0, end + '/src/'.length);
    if (directory !== null && project.at(`${directory}lib.rs`) !== undefined) return true;
    if (end <= 0) return false;
  }
}
