import { stopsLabel } from '@hushto/core';

/** "+1⅓": grain bothers more; "−⅔": blur does. */
export const tasteWords = (stops: number): string => (stops > 1 / 6 ? `+${stopsLabel(stops)}` : stopsLabel(stops));
