import type { Session } from './session.js';
import type { ListedQuestion } from './listed-question.js';

/**
 * The inspection question for files and directories, with what only the whole project tells of them.
 * @throws LayerError if a query of a house rule is wrong.
 */
export async function knowingQuestionFor(session: Session, paths: readonly string[]): Promise<ListedQuestion> {
  const listed = await session.questionFor(paths);
  const { knowProject } = await import('../inspection/know-project.js');
  const { question } = await knowProject(
    listed.question,
    listed.base.catalog,
    () => session.whole(paths.length === 0 ? listed.listing : undefined),
    { memory: session.findingMemories, watch: session.run.watch },
  );
  session.findingMemories.disk?.save();
  return { ...listed, question };
}

/**
 * Reads all that is known of the whole project, so that files can be judged by it; nothing if no rule in force needs it.
 * @throws LayerError if a layer file is wrong.
 */
export async function learnProject(session: Session): Promise<void> {
  const { question, listing, base } = await session.questionFor([]);
  const { readProject } = await import('../inspection/know-project.js');
  await readProject(
    question, base.catalog, session.whole(listing), { memory: session.findingMemories, watch: session.run.watch },
  );
  session.findingMemories.disk?.save();
}
