import { Parser } from 'web-tree-sitter';

/** Tree-sitter's engine, as far as the package has no door to it that is fast enough. */
export interface Engine {
  /** Its memory as it is now: it moves when it grows, so views of it are asked for again after each call into the engine. */
  readonly memory: () => EngineMemory;
  /** The text that the parser reads next, in place of the one that it is handed; null for that one. */
  readonly feed: (text: string | null) => void;
}

/** Views of the engine's memory. WebAssembly is little-endian, as is every machine that Node runs on but one that Emscripten does not serve. */
export interface EngineMemory {
  readonly bytes: Buffer;
  readonly shorts: Uint16Array;
  readonly words: Int32Array;
}

/** What is needed of WebAssembly here; its types come with browsers' libraries alone. */
declare const WebAssembly: {
  readonly Module: new (code: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: Readonly<Record<string, unknown>> };
};

/** What the package hands to the engine. */
interface Imports {
  readonly env: Record<string, unknown> & { readonly memory: { readonly buffer: ArrayBuffer } };
}

/** Puts the text from a code unit on into the engine's buffer, and its length behind an address. */
type ReadInput = (buffer: number, index: number, row: number, column: number, length: number) => void;

let engine: Promise<Engine> | null = null;

/** Starts the engine. It is one for the whole program and is started only once. @param code its WebAssembly. */
export function startEngine(code: () => Uint8Array): Promise<Engine> {
  engine ??= start(code());
  return engine;
}

async function start(code: Uint8Array): Promise<Engine> {
  let memory: { readonly buffer: ArrayBuffer } | null = null;
  const views = keptViews(() => memory?.buffer ?? new ArrayBuffer(0));
  let input: string | null = null;
  await Parser.init({
    // Emscripten's hook for those who make the instance themselves.
    instantiateWasm: (imports: Imports, done: (instance: object, module: object) => void) => {
      ({ memory } = imports.env);
      const own = imports.env.tree_sitter_parse_callback as ReadInput;
      imports.env.tree_sitter_parse_callback = ((buffer, index, row, column, length) => {
        // Others in the process may use the same engine.
        if (input === null) own(buffer, index, row, column, length);
        else copyInput(views(), input, buffer, index, length);
      }) satisfies ReadInput;
      const module = new WebAssembly.Module(code);
      const instance = new WebAssembly.Instance(module, imports);
      done(instance, module);
      return instance.exports;
    },
  } as unknown as Parameters<typeof Parser.init>[0]);
  // The package has one engine for all, and starts it for whoever comes first.
  if (memory === null) throw new Error('web-tree-sitter has been started in this process before Elvar could; open a workspace and check something with it first');
  return {
    memory: views,
    feed: (text) => {
      input = text;
    },
  };
}

/** Makes views only where the memory has moved. */
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

/** Code units that the engine's buffer holds: 10 KiB with the end of it left free, as the engine has it in `call_parse_callback`. */
const BUFFER_LENGTH = 10 * 1024 / 2 - 1;

/** Gives the parser the part of a text that begins at `index`: what the package does for it takes several times as long. */
function copyInput({ bytes, words }: EngineMemory, input: string, buffer: number, index: number, length: number): void {
  const count = Math.max(0, Math.min(input.length - index, BUFFER_LENGTH));
  bytes.write(input.slice(index, index + count), buffer, 'utf16le');
  words[length >> 2] = count;
}
