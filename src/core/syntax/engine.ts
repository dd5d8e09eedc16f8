import { Parser, type Tree } from 'web-tree-sitter';

/**
 * The functions of tree-sitter's engine that move a cursor over a tree. The package's own cursor calls the same ones,
 * but copies its state into and out of the engine's memory at each step: reading a whole tree with it takes longer than
 * parsing. Here the state stays where it is between `begin` and `finish`, so nothing else may use the engine meanwhile.
 */
export interface CursorFunctions {
  /** Puts a cursor on the root of a tree. @returns the address that the other functions are given. */
  readonly begin: (tree: Tree) => number;
  readonly finish: (address: number) => void;
  readonly toFirstChild: (address: number) => number;
  readonly toNextSibling: (address: number) => number;
  readonly toParent: (address: number) => number;
  /** The number of the node's type; a number of no type for what does not follow the grammar. */
  readonly type: (address: number) => number;
  /** The number of the node's field; 0 for none. */
  readonly field: (address: number) => number;
  readonly start: (address: number) => number;
  readonly end: (address: number) => number;
}

type EngineFunction = (address: number) => number;

/** What is needed of WebAssembly here; its types come with browsers' libraries alone. */
declare const WebAssembly: {
  readonly Module: new (code: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: Exports };
};

type Exports = Readonly<Record<string, unknown>>;

let engine: Promise<CursorFunctions> | null = null;

/** Starts the engine. It is one for the whole program and is started only once. @param code its WebAssembly. */
export function startEngine(code: () => Uint8Array): Promise<CursorFunctions> {
  engine ??= start(code());
  return engine;
}

async function start(code: Uint8Array): Promise<CursorFunctions> {
  let exported: Exports = {};
  await Parser.init({
    // Emscripten's hook for those who make the instance themselves.
    instantiateWasm: (imports: object, done: (instance: object, module: object) => void) => {
      const module = new WebAssembly.Module(code);
      const instance = new WebAssembly.Instance(module, imports);
      exported = instance.exports;
      done(instance, module);
      return exported;
    },
  } as unknown as Parameters<typeof Parser.init>[0]);
  return cursorFunctions(exported);
}

function cursorFunctions(exported: Exports): CursorFunctions {
  const named = (name: string, of = 'tree_cursor'): EngineFunction => {
    const found = exported[`ts_${of}_${name}_wasm`];
    if (typeof found !== 'function') throw new Error(`tree-sitter's engine has no function ${name}`);
    return found as EngineFunction;
  };
  const rootNode = named('root_node', 'tree');
  const newCursor = named('new');
  return {
    begin: (tree) => {
      // The address of the tree is what the package's own classes keep at 0.
      const address = (tree as unknown as readonly number[])[0] as number;
      // Each leaves its answer in the engine's memory, where the next one looks for it.
      rootNode(address);
      newCursor(address);
      return address;
    },
    finish: named('delete'),
    toFirstChild: named('goto_first_child'),
    toNextSibling: named('goto_next_sibling'),
    toParent: named('goto_parent'),
    type: named('current_node_type_id'),
    field: named('current_field_id'),
    start: named('start_index'),
    end: named('end_index'),
  };
}
