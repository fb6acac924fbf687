/** Words for a reflectance, darkest first. Common practice: coal 3 %, dark coats 6 %, skin 25 to 35 %, white walls 80 %. */
const TONES: readonly (readonly [upTo: number, word: string])[] = [
  [0.045, 'black'],
  [0.11, 'dark'],
  [0.15, 'a little dark'],
  [0.22, 'mid grey'],
  [0.4, 'light'],
  [0.65, 'very light'],
  [Infinity, 'white'],
];

export const toneWord = (tone: number): string => TONES.find(([upTo]) => tone < upTo)![1];
