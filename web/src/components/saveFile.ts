const TYPES = {
  json: 'application/json',
  html: 'text/html',
  csv: 'text/csv',
  ics: 'text/calendar',
  zip: 'application/zip',
  jpg: 'image/jpeg',
  dng: 'image/x-adobe-dng',
} as const;

/** Lets the browser save a file. @param title what it is of; its letters and digits make the name */
export function saveFile(title: string, extension: keyof typeof TYPES, content: string | Uint8Array<ArrayBuffer>): void {
  const name = title
    .trim()
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type: TYPES[extension] }));
  link.download = `${name || 'hushto'}.${extension}`;
  link.click();
  // Later: the browser may still be reading it.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
