/**
 * Long loops over a column run in pieces of so many turns, each a call of a function that does no more than the loop.
 * Engines compile a function well once it was called often, but a single long loop only while it runs: code that runs
 * for the first time, as much of what an analyst asks for does, takes half as long in pieces.
 */
export const PIECE = 512;

/** The end of the piece that starts at `from`, of a loop that ends at `end`. */
export const pieceEnd = (from: number, end: number): number => (from + PIECE < end ? from + PIECE : end);
