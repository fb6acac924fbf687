/** The day it is where one is, 2027-01-12: by the clock on the wall, not by the world's. */
export const today = (now = new Date()): string => now.toLocaleDateString('sv');
