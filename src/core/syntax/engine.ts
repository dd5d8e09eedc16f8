import { Parser } from 'web-tree-sitter';

/** The part of tree-sitter's engine for which the package's interface is not fast enough: reading trees. */
export interface Engine {
  /** Its current memory: it moves when it grows, so get the views again after each call into the engine. */
  readonly memory: () => EngineMemory;
  /** Sets the text that the parser reads next; null lets the package read the text that it was given. */
  readonly reads: (text: string | null) => void;
}

/** Views of the engine's memory. WebAssembly is little-endian, and so are all machines that both Node and Emscripten support. */
export interface EngineMemory {
  readonly bytes: Buffer;
  readonly shorts: Uint16Array;
  readonly words: Int32Array;
}

/** The parts of WebAssembly needed here; its types come only with the DOM library. */
declare const WebAssembly: {
  readonly Module: new (code: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: Readonly<Record<string, unknown>> };
};

/** What the package passes to the engine. */
interface Imports {
  readonly env: Record<string, unknown> & {
    readonly memory: { readonly buffer: ArrayBuffer };
    /** The parser asks for the text from an index on, in UTF-16; row and column are for texts that come in lines. */
    tree_sitter_parse_callback: (buffer: number, index: number, row: number, column: number, length: number) => void;
  };
}

/** How many characters the parser takes at once: a buffer of 10 KiB, of which it leaves two bytes free. */
const CHUNK = 5119;

let engine: Promise<Engine> | null = null;

/** Starts the engine, once for the whole program. @param code its WebAssembly. */
export function startEngine(code: () => Uint8Array): Promise<Engine> {
  engine ??= start(code());
  return engine;
}

async function start(code: Uint8Array): Promise<Engine> {
  let memory: { readonly buffer: ArrayBuffer } | null = null;
  let text: string | null = null;
  const views = keptViews(() => memory?.buffer ?? new ArrayBuffer(0));
  await Parser.init({
    // Emscripten's hook for supplying the instance.
    instantiateWasm: (imports: Imports, done: (instance: object, module: object) => void) => {
      ({ memory } = imports.env);
      // The package writes a character at a time.
      const write = imports.env.tree_sitter_parse_callback;
      imports.env.tree_sitter_parse_callback = (buffer, index, row, column, length) => {
        if (text === null) return write(buffer, index, row, column, length);
        const { bytes, words } = views();
        words[length >> 2] = bytes.write(text.slice(index, index + CHUNK), buffer, 'utf16le') >> 1;
      };
      const module = new WebAssembly.Module(code);
      const instance = new WebAssembly.Instance(module, imports);
      done(instance, module);
      return instance.exports;
    },
  } as unknown as Parameters<typeof Parser.init>[0]);
  // The package has one engine for all, and starts it at the first call.
  if (memory === null) throw new Error(
    'web-tree-sitter has been started in this process before Elvar could; open a workspace and check something with it first',
  );
  return { memory: views, reads: (next) => void (text = next) };
}

/** Makes new views only if the memory has moved. */
function keptViews(buffer: () => ArrayBuffer): () => EngineMemory {
  let own: ArrayBuffer | null = null;
  let views: EngineMemory;
  return () => {
    const now = buffer();
    if (own !== now) {
      own = now;
      views = { bytes: Buffer.from(now), shorts: new Uint16Array(now), words: new Int32Array(now) };
    }
    return views;
  };
}
