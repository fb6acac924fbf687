/** How much finer than a scene's whole picture the one being made is, and how many octaves noise has more of for its pixels to show. */
export const fineness = { times: 1, octaves: 0 };

/** Set once for a thread, before anything is drawn. @param times 1 or more */
export function setFineness(times: number): void {
  fineness.times = times;
  fineness.octaves = Math.ceil(Math.log2(times));
}
