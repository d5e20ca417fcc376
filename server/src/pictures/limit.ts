/** Largest picture that is taken, bytes: a phone's best photo is a third of it. */
export const PICTURE_LIMIT = 40 * 1024 * 1024;
