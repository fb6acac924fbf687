import { openDB } from 'idb';

/** A folder as the browser hands it out, with the asking for it that the page's own types leave out. */
export type Folder = FileSystemDirectoryHandle & {
  requestPermission?: (how: { mode: 'read' }) => Promise<PermissionState>;
  queryPermission?: (how: { mode: 'read' }) => Promise<PermissionState>;
};

const STORE = 'folders';
/** The only one that is kept: that of the import that goes on. */
const KEY = 'import';

/** The folder an import reads, kept over a reload where the browser can hand it out again. Every call fails where it keeps nothing. */
export function keptFolder(name = 'hushto-folder') {
  const within = async <Result>(work: (open: Awaited<ReturnType<typeof openDB>>) => Promise<Result>): Promise<Result> => {
    const open = await openDB(name, 1, { upgrade: (fresh) => void fresh.createObjectStore(STORE) });
    try {
      return await work(open);
    } finally {
      open.close();
    }
  };
  return {
    keep: (folder: Folder): Promise<void> => within(async (open) => void (await open.put(STORE, folder, KEY))),
    find: (): Promise<Folder | null> =>
      within(async (open) => {
        const found = (await open.get(STORE, KEY)) as Partial<Folder> | undefined;
        return found?.kind === 'directory' ? (found as Folder) : null;
      }),
    forget: (): Promise<void> => within(async (open) => open.delete(STORE, KEY)),
  };
}

/** Whether the folder may be read: asks for it, where that was not said before. Only right after something was pressed. */
export async function mayRead(folder: Folder): Promise<boolean> {
  const answer = await folder.requestPermission?.({ mode: 'read' });
  return answer === undefined || answer === 'granted';
}

/** Whether the folder may be read without asking anybody. */
export const mayReadUnasked = async (folder: Folder): Promise<boolean> =>
  (await folder.queryPermission?.({ mode: 'read' })) === 'granted';

/** The files of a folder and of those within it, with their paths, as a browser's own field for folders gives them. */
export async function filesIn(folder: FileSystemDirectoryHandle, path = folder.name): Promise<File[]> {
  const found: File[] = [];
  for await (const handle of folder.values()) {
    const own = `${path}/${handle.name}`;
    if (handle.kind === 'directory') found.push(...(await filesIn(handle, own)));
    else found.push(Object.defineProperty(await handle.getFile(), 'webkitRelativePath', { value: own }));
  }
  return found;
}
