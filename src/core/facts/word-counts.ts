import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, SHIFT, START } from '../syntax/node-table.js';
import { eachWord, hashOf } from './word-hash.js';

/** How often the code of a file uses each word, and where. */
export class WordCounts {
  private readonly counts = new Map<number, number>();
  /** The places and numbers of words in the tree, in text order. */
  private places: Int32Array = new Int32Array(0);
  private hashes: Int32Array = new Int32Array(0);

  /** @param foldsCase whether capital letters make no difference. */
  constructor(private readonly foldsCase: boolean) {}

  hash(text: string): number {
    return hashOf(text, 0, text.length, this.foldsCase);
  }

  /** How many different words there are. */
  get size(): number {
    return this.counts.size;
  }

  of(word: number): number {
    return this.counts.get(word) ?? 0;
  }

  /** Counts the names in a tree; what could not be parsed may use any name that is written there. @param types the node types of names. */
  addTree(tree: SyntaxTree, types: ReadonlyMap<string, unknown>): void {
    if (tree.hasErrors) {
      const found: [number, number][] = [];
      eachWord(tree.text, 0, tree.text.length, (start, end) => found.push([start, end]));
      this.addPlaces(tree.text, found.length, (at) => found[at] as [number, number]);
      return;
    }
    const { table } = tree;
    const numbers = tree.numbersInOrder(types);
    this.addPlaces(tree.text, numbers.length, (at) => [table[((numbers[at] as number) << SHIFT) + START] as number, table[((numbers[at] as number) << SHIFT) + END] as number]);
  }

  /** Counts a stretch of text as one word. */
  addWord(text: string, start: number, end: number): void {
    this.add(text, start, end);
  }

  /** Counts all words in a stretch of code that has no tree. */
  addText(text: string, start = 0, end = text.length): void {
    eachWord(text, start, end, (from, to) => void this.add(text, from, to));
  }

  /** How often a word is used within a node of the tree. */
  within(word: number, { start, end }: SyntaxNode): number {
    let low = 0;
    for (let high = this.places.length; low < high;) {
      const middle = (low + high) >> 1;
      if ((this.places[middle] as number) < start) low = middle + 1;
      else high = middle;
    }
    let count = 0;
    for (let at = low; at < this.places.length && (this.places[at] as number) < end; at += 1) if (this.hashes[at] === word) count += 1;
    return count;
  }

  /** Writes the words, sorted, each with how often. @returns where the next numbers go. */
  writeTo(numbers: Int32Array, start: number): number {
    const sorted = new Int32Array(this.counts.size);
    let count = 0;
    for (const word of this.counts.keys()) sorted[count++] = word;
    sorted.sort();
    for (let place = 0; place < count; place += 1) {
      const word = sorted[place] as number;
      numbers[start + place * 2] = word;
      numbers[start + place * 2 + 1] = this.of(word);
    }
    return start + count * 2;
  }

  private addPlaces(text: string, count: number, placeOf: (at: number) => readonly [start: number, end: number]): void {
    this.places = new Int32Array(count);
    this.hashes = new Int32Array(count);
    for (let at = 0; at < count; at += 1) {
      const [start, end] = placeOf(at);
      this.places[at] = start;
      this.hashes[at] = this.add(text, start, end);
    }
  }

  private add(text: string, start: number, end: number): number {
    const word = hashOf(text, start, end, this.foldsCase);
    this.counts.set(word, this.of(word) + 1);
    return word;
  }
}
