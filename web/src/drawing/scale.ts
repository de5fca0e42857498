/** Where things lie on the sheet: millimetres of the wall to pixels of the screen. */
export interface Scale {
  x: (mm: number) => number;
  y: (mm: number) => number;
  left: number;
  right: number;
  top: number;
  floor: number;
  perMm: number;
}
