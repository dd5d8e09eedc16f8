import { LARGEST_BLOB, readBlobs, type BlobReading } from './objects.js';

/** How many objects are looked up at once: whoever asks for one asks for those after it next. */
const AT_ONCE = 500;
/** Larger ones are read only when somebody asks for them, in bytes. */
const LARGEST_AHEAD = 256 * 1024;
/** How many bytes are kept: the oldest go first. */
const MOST_KEPT = 16 * 1024 * 1024;

/** Reads many blobs of a repository, one after another, without holding all of them. */
export class ObjectReader {
  private readonly kept = new Map<string, BlobReading>();
  private bytes = 0;
  private readonly places: ReadonlyMap<string, number>;

  /**
   * @param names in the order in which they are likely to be asked for.
   * @param largest in bytes: of larger ones, the reader only says that they are too large.
   */
  constructor(
    private readonly root: string, private readonly names: readonly string[], private readonly largest: number = LARGEST_BLOB,
  ) {
    this.places = new Map(names.map((name, place) => [name, place]));
  }

  read(name: string): BlobReading {
    const known = this.kept.get(name);
    if (known !== undefined) return known;
    this.readAhead(name);
    const found = this.kept.get(name);
    return found ?? this.readOne(name);
  }

  /** Reads what is small among an object and those after it; of larger ones, learns whether they are too large. */
  private readAhead(name: string): void {
    const place = this.places.get(name);
    if (place === undefined) return;
    const next = new Set(this.names.slice(place, place + AT_ONCE).filter((one) => !this.kept.has(one)));
    readBlobs(this.root, [...next], (one, reading) => {
      if ('bytes' in reading || reading.size === undefined || reading.size > this.largest) this.keep(one, reading);
    }, Math.min(LARGEST_AHEAD, this.largest));
  }

  private readOne(name: string): BlobReading {
    let found: BlobReading = { failed: '' };
    readBlobs(this.root, [name], (_name, reading) => (found = reading), this.largest);
    this.keep(name, found);
    return found;
  }

  private keep(name: string, reading: BlobReading): void {
    this.kept.set(name, reading);
    this.bytes += sizeOf(reading);
    for (const [oldest, old] of this.kept) {
      if (this.bytes <= MOST_KEPT || oldest === name) return;
      this.kept.delete(oldest);
      this.bytes -= sizeOf(old);
    }
  }
}

function sizeOf(reading: BlobReading): number {
  return 'bytes' in reading ? reading.bytes.length : 0;
}
