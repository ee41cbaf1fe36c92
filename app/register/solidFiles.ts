/** True for a file of solids, by its ending. */
export const isSolidFile = (name: string): boolean => /\.(?:step|stp|stl|obj)$/i.test(name);

/** The largest file of solids that is read, bytes. */
export const LARGEST_SOLID_FILE = 20 * 1024 * 1024;
