import type { CheckItem, ShutterType } from '@hushto/core';
import { SET_BACK_WORDS, type Where } from './camera.ts';
import { cautionText } from './caution.ts';
import { count, isoDigits, plainNumber, shutterWords, stopWords } from './numbers.ts';
import { lowerFirst } from './text.ts';
import { WATCH_WORDS } from './watch.ts';

const SHUTTERS: Record<ShutterType, string> = {
  firstCurtain: 'shutter electronic first',
  mechanical: 'shutter mechanical',
  electronic: 'shutter electronic',
};

/** One thing to do, as it stands in a checklist. @param where its option is on the one body that is taken */
export function checkWords(item: CheckItem, where: Where = {}): string {
  switch (item.code) {
    case 'kit':
      return `${item.body ?? 'The body'} and ${typeof item.lens === 'string' ? item.lens : `the ${plainNumber(item.lens)}\u00a0mm`}`;
    case 'batteries':
      return `${count(item.count, 'battery', 'batteries')} charged, the spare ones in an inner pocket if it is cold`;
    case 'cards':
      return `${count(item.count, 'card', 'cards')} of ${item.gb}\u00a0GB, copied and emptied`;
    case 'set': {
      const settings = [
        `raw of ${item.bits} bits`,
        SHUTTERS[item.shutter],
        item.fixedIso === undefined ? `auto ISO up to ${isoDigits(item.ceilingIso)}` : `ISO fixed at ${isoDigits(item.fixedIso)}`,
        ...(item.stabiliser ? ['stabiliser on'] : []),
        ...(item.darkFocus ? ['low-light autofocus on, and know how to set the distance by hand'] : []),
      ];
      return `${item.body ?? 'The body'}: ${settings.join(', ')}`;
    }
    case 'venue':
      return 'Ask the venue: which songs may be photographed, from where, and must the shutter be silent';
    case 'meter':
      return `Read ${item.light === null ? 'the light' : lowerFirst(item.light)} at the subject, and the background`;
    case 'flicker':
      return `Take five frames at ${shutterWords(item.shutterS)} and compare them: do the lamps flicker?`;
    case 'watch':
      return WATCH_WORDS[item.what].says;
    case 'look':
      return 'Look at the first frames at 100 %: shake, movement, focus or noise?';
    case 'caution':
      return cautionText(item.caution);
    case 'setBack':
      return `Set back: ${SET_BACK_WORDS[item.what]}${where[item.what] === undefined ? '' : ` (${where[item.what]})`}`;
    case 'brighten':
      return `Brighten the raws of ${item.title} by ${stopWords(item.thirds / 3)}`;
    case 'copy':
      return `Copy the cards twice before emptying them; about ${count(item.frames, 'frame', 'frames')}`;
    case 'charge':
      return 'Charge the batteries';
    case 'tally':
      return 'Bring the tally back, and write down what the light read';
  }
}
