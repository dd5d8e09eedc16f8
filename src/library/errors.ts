export { LayerError, UsageError } from '../host/files/errors.js';
