/** Everything of Hushto in this browser: its databases and what stands in local storage. For a device that was removed. */
export async function wipe(storage: Storage, databases: Pick<IDBFactory, 'databases' | 'deleteDatabase'>): Promise<void> {
  for (const key of Object.keys(storage).filter((one) => one.startsWith('hushto.'))) storage.removeItem(key);
  const named = (await databases.databases()).flatMap(({ name }) => (name?.startsWith('hushto') ? [name] : []));
  await Promise.all(
    named.map(
      (name) =>
        new Promise<void>((resolve) => {
          const request = databases.deleteDatabase(name);
          // Blocked while a window has it open: it goes when that lets go, or is closed.
          request.onsuccess = request.onerror = request.onblocked = () => resolve();
        }),
    ),
  );
}
