/** Sections are drawn so many times their size: a tenth of a mm of a neck is felt. */
export const ENLARGED = 2;
/** Room under the neck for its sections and its side, mm of the board. */
export const SECTIONS_MM = 310;
/** From the neck’s edge to the fingerboard’s face of the first row of sections, mm, and from row to row. */
export const FIRST_ROW = 34;
export const ROW = 94;
/** And to the front face in the instrument’s side. */
export const SIDE_DOWN = 248;
