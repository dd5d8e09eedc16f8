/** Longer than any run, and the longest that a timer accepts. */
const FOR_EVER = 2 ** 30;

/**
 * Waits for background work of V8, such as compiling WebAssembly. Node does not count that as work: with nothing else to wait
 * for, it would think the program is done, and would first wait for everything that V8 is compiling on its other threads.
 */
export async function keptAlive<Value>(work: Promise<Value>): Promise<Value> {
  const timer = setInterval(() => {}, FOR_EVER);
  try {
    return await work;
  } finally {
    clearInterval(timer);
  }
}
