/** What reads documents and names by the core's rules: fetched when it is first needed, not with the list. */
export { nameSchema, readDesignText } from '@pelkin/core';
export { wrongFileFor } from '../shared/fileChecked.ts';
