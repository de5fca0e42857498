/** A label in the middle of a sentence: "Floor on side A" is "floor on side A" there. */
export const lowered = (label: string) => label.slice(0, 1).toLowerCase() + label.slice(1);
