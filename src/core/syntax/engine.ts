import { Parser } from 'web-tree-sitter';

/** The part of tree-sitter's engine for which the package's interface is not fast enough: reading trees. */
export interface Engine {
  /** Its current memory: it moves when it grows, so get the views again after each call into the engine. */
  readonly memory: () => EngineMemory;
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
  readonly env: Record<string, unknown> & { readonly memory: { readonly buffer: ArrayBuffer } };
}

let engine: Promise<Engine> | null = null;

/** Starts the engine, once for the whole program. @param code its WebAssembly. */
export function startEngine(code: () => Uint8Array): Promise<Engine> {
  engine ??= start(code());
  return engine;
}

async function start(code: Uint8Array): Promise<Engine> {
  let memory: { readonly buffer: ArrayBuffer } | null = null;
  const views = keptViews(() => memory?.buffer ?? new ArrayBuffer(0));
  await Parser.init({
    // Emscripten's hook for supplying the instance.
    instantiateWasm: (imports: Imports, done: (instance: object, module: object) => void) => {
      ({ memory } = imports.env);
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
  return { memory: views };
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
