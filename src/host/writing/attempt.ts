import { describeSystemError } from '../files/errors.js';

/** Tries something that the system may refuse. @returns why it failed, in words; null if it did not. */
export function attempt(work: () => void): string | null {
  try {
    work();
    return null;
  } catch (error) {
    return describeSystemError(error);
  }
}
