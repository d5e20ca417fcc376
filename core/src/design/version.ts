/** What a design file says it is. */
export const DESIGN_FORMAT = 'pelkin-design';
/** The version that is written; older ones are migrated when they are read. */
export const DESIGN_VERSION = 12;
