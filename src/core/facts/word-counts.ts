import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, SHIFT, START } from '../syntax/node-table.js';
import { releaseNumbers, takeNumbers } from '../syntax/number-pool.js';
import { eachWord, hashOf } from './word-hash.js';

/** There is room for so many words at first. */
const USUAL = 256;

/** How often the code of a file uses each word, and where. It has to be released. */
export class WordCounts {
  /** The words as they were found: those of the tree first, as many as there are places. */
  private found = takeNumbers(USUAL);
  private count = 0;
  /** Where the words of the tree begin, in text order. */
  private places: Int32Array | null = null;
  private placed = 0;
  /**
   * All words, sorted; null once another one is found. Most files have few, and sorting them takes less time than a table of
   * counts.
   */
  private sorted: Int32Array | null = null;

  /** @param foldsCase whether capital letters make no difference. */
  constructor(private readonly foldsCase: boolean) {}

  hash(text: string): number {
    return hashOf(text, 0, text.length, this.foldsCase);
  }

  /** How many different words there are. */
  get size(): number {
    const words = this.inOrder();
    let size = 0;
    for (let at = 0; at < this.count; at += 1) if (at === 0 || words[at] !== words[at - 1]) size += 1;
    return size;
  }

  of(word: number): number {
    const words = this.inOrder();
    const first = firstAtLeast(words, this.count, word);
    let after = first;
    while (after < this.count && words[after] === word) after += 1;
    return after - first;
  }

  /**
   * Counts the names in a tree, once and before anything else; what could not be parsed may use any name that is written there.
   * @param types the node types of names.
   */
  addTree(tree: SyntaxTree, types: ReadonlyMap<string, unknown>): void {
    const { text, table } = tree;
    if (tree.hasErrors) {
      const starts: number[] = [];
      eachWord(text, 0, text.length, (start, end) => {
        starts.push(start);
        this.add(text, start, end);
      });
      this.places = takeNumbers(starts.length);
      this.places.set(starts);
      this.placed = starts.length;
      return;
    }
    const numbers = tree.numbersInOrder(types);
    this.places = takeNumbers(numbers.length);
    this.placed = numbers.length;
    for (let at = 0; at < numbers.length; at += 1) {
      const row = (numbers[at] as number) << SHIFT;
      const start = table[row + START] as number;
      this.places[at] = start;
      this.add(text, start, table[row + END] as number);
    }
  }

  /** Counts a stretch of text as one word. */
  addWord(text: string, start: number, end: number): void {
    this.add(text, start, end);
  }

  /** Counts all words in a stretch of code that has no tree. */
  addText(text: string, start = 0, end = text.length): void {
    eachWord(text, start, end, (from, to) => this.add(text, from, to));
  }

  /** How often a word is used within a node of the tree. */
  within(word: number, { start, end }: SyntaxNode): number {
    const { places, placed, found } = this;
    if (places === null) return 0;
    let count = 0;
    for (let at = firstAtLeast(places, placed, start); at < placed && (places[at] as number) < end; at += 1) {
      if (found[at] === word) count += 1;
    }
    return count;
  }

  /** Writes the words, sorted, each with how often. @returns where the next numbers go. */
  writeTo(numbers: Int32Array, start: number): number {
    const words = this.inOrder();
    let to = start;
    for (let at = 0; at < this.count; to += 2) {
      const word = words[at] as number;
      const first = at;
      while (at < this.count && words[at] === word) at += 1;
      numbers[to] = word;
      numbers[to + 1] = at - first;
    }
    return to;
  }

  /** Gives its memory back. Nothing may be asked or added any more. */
  release(): void {
    releaseNumbers(this.found);
    if (this.places !== null) releaseNumbers(this.places);
    if (this.sorted !== null) releaseNumbers(this.sorted);
    this.places = null;
    this.sorted = null;
    this.count = 0;
  }

  /** All words, sorted; what is beyond their number means nothing. */
  private inOrder(): Int32Array {
    if (this.sorted !== null) return this.sorted;
    const words = takeNumbers(this.count);
    words.set(this.found.subarray(0, this.count));
    words.subarray(0, this.count).sort();
    return this.sorted = words;
  }

  private add(text: string, start: number, end: number): void {
    if (this.count === this.found.length) {
      const larger = takeNumbers(this.count * 2);
      larger.set(this.found);
      releaseNumbers(this.found);
      this.found = larger;
    }
    this.found[this.count++] = hashOf(text, start, end, this.foldsCase);
    if (this.sorted === null) return;
    releaseNumbers(this.sorted);
    this.sorted = null;
  }
}

/** The first of `count` places in a sorted list whose number is at least this one. */
function firstAtLeast(sorted: Int32Array, count: number, number: number): number {
  let low = 0;
  for (let high = count; low < high;) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as number) < number) low = middle + 1;
    else high = middle;
  }
  return low;
}
