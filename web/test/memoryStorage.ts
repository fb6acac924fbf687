/** The browser's local storage, as a map. */
export function memoryStorage(held: Record<string, string> = {}): Storage {
  const map = { ...held };
  const methods = {
    getItem: (key: string) => map[key] ?? null,
    setItem: (key: string, value: string) => void (map[key] = value),
    removeItem: (key: string) => void delete map[key],
  };
  return new Proxy(map, {
    get: (target, key) => (key in methods ? methods[key as keyof typeof methods] : target[String(key)]),
  }) as unknown as Storage;
}
