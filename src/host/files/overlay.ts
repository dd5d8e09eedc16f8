/** Layer files and ignore files that differ from those on disk: a trial of other texts, or those of another time. */
export interface Overlay {
  /** The text of a file by its absolute path; null if it should not exist, undefined if the disk decides. */
  readonly textAt: (absolute: string) => string | null | undefined;
  /**
   * Directories that have layer files, relative to the root, if it is known which ones do: then nobody need look through the tree
   * for them.
   */
  readonly layerDirectories?: () => readonly string[];
}

/** The overlay that changes nothing. */
export const NO_OVERLAY: Overlay = { textAt: () => undefined };

/** An overlay of some files. @param texts by absolute path. */
export function overlayOf(texts: ReadonlyMap<string, string | null>): Overlay {
  return { textAt: (absolute) => texts.get(absolute) };
}

/** One overlay over another: the upper one has the last word. */
export function stacked(upper: Overlay, lower: Overlay): Overlay {
  return {
    ...(upper.layerDirectories !== undefined && { layerDirectories: upper.layerDirectories }),
    textAt: (absolute) => {
      const text = upper.textAt(absolute);
      return text === undefined ? lower.textAt(absolute) : text;
    },
  };
}
