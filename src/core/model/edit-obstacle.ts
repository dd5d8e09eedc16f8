/** Why a layer file cannot be edited by a program. */
export type EditObstacle =
  | { readonly code: 'not-yaml' | 'other-form' | 'more-changes' | 'lost-comment' | 'no-such-name' }
  | { readonly code: 'no-ruling'; readonly selector: string; readonly zone: string | null }
  | { readonly code: 'no-adoption'; readonly reference: string }
  /** @property zones the names of the zones that it has. */
  | { readonly code: 'no-zone'; readonly zone: string; readonly near: string | null; readonly zones: readonly string[] };

/**
 * Why something is not mended: somebody has to decide, what is checked would change, an edit cannot be made, or, in the words of
 * the system, a file cannot be read or written.
 */
export type Unmended =
  | { readonly code: 'undecided' | 'checked-changes' }
  | { readonly code: 'no-edit'; readonly obstacle: EditObstacle }
  | { readonly code: 'no-access'; readonly why: string };
