/**
 * The version of a piece's document. A change that old files cannot be read by raises it and adds a step to
 * older-versions.ts.
 */
export const SCHEMA_VERSION = 3
