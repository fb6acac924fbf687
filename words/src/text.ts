/** A phrase as it begins a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A name as it stands within a sentence; one of capitals alone, "LED lamps", stays. */
export const lowerFirst = (text: string): string =>
  /^(?:A\s|\p{Lu}\p{Ll})/u.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;

/** "a", "a and b", "a, b and c"; empty for none. */
export function listed(parts: readonly string[], joiner = 'and'): string {
  const [last, ...before] = [...parts].reverse();
  if (last === undefined) return '';
  return before.length === 0 ? last : `${before.reverse().join(', ')} ${joiner} ${last}`;
}

/** Sentences one after another; those that are not to be said are left out. */
export const sentences = (...parts: (string | null)[]): string => parts.filter((part) => part).join(' ');
