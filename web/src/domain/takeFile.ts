import type { Deck } from './decks.ts';

const TEMPLATE = '/take/pocket.html';
const PLACE = /(<script type="application\/json" id="taken">)\s*null\s*(<\/script>)/;

/**
 * A brief or run sheet as one HTML file that needs neither server nor network.
 * @throws Error with a sentence when what it is made from cannot be had
 */
export async function takeFile(deck: Deck): Promise<string> {
  const response = await fetch(TEMPLATE).catch(() => null);
  const template = response?.ok ? await response.text() : '';
  if (!PLACE.test(template))
    throw new Error('What the file is made from cannot be had; open Hushto once with its server running.');
  return filled(template, deck);
}

/** The template with a deck in it. Nothing in a title may end the script it stands in. */
export function filled(template: string, deck: Deck): string {
  const json = JSON.stringify(deck).replaceAll('<', '\\u003c').replaceAll('\u2028', '\\u2028').replaceAll('\u2029', '\\u2029');
  return template.replace(PLACE, (_whole, before: string, after: string) => `${before}${json}${after}`);
}
