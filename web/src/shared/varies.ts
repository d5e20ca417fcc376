/** What a field shows where several things differ in it. */
export const VARIES = 'varies';
/** Why such a field cannot be nudged. */
export const TYPE_ONE = 'They differ: type one for all.';
