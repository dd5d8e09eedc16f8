/** Folders and endings of tests, by custom of the languages. */
const TESTS = /(?:^|\/)(?:__tests__|tests?|specs?)\/|(?:^|\/)test_\w+\.py$|[._-](?:test|spec)\.[a-z]+$/i;

/** Whether a file is a test, by its path. */
export function isTestPath(path: string): boolean {
  return TESTS.test(path);
}
