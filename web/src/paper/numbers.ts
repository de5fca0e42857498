/** Numbers as an address holds them, with dots between. */
export const numbers = (text: string) => text.split(".").map(Number).filter(Boolean);
