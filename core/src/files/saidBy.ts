/** Whose data beside an entity of a DXF drawing it is: a cut's name, face and depth. */
export const SAID_BY = 'PELKIN';
