/** Longer than any run; a timer takes no more. */
const FOR_EVER = 2 ** 30;

/**
 * Waits for what V8 does by itself, such as compiling WebAssembly. Node does not count that as work: with nothing else to wait
 * for, it would take the program for done, and would not go on before V8 had compiled all that it has begun on its other threads.
 */
export async function keptAlive<Value>(work: Promise<Value>): Promise<Value> {
  const timer = setInterval(() => {}, FOR_EVER);
  try {
    return await work;
  } finally {
    clearInterval(timer);
  }
}
