export { IncompleteError, LayerError, UsageError } from '../host/files/errors.js';
