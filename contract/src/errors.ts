/** Every error a user or a program can meet: its code, status and sentence. docs/errors.md says the same, and a test keeps it so. */
export const ERRORS = {
  VALIDATION_FAILED: { status: 400, message: 'Some fields cannot be used as sent; each is named with a remedy.' },
  BAD_JSON: { status: 400, message: 'The request is not valid JSON; nothing was changed.' },
  BAD_TEXT: {
    status: 400,
    message: 'The request holds a character that no text has (NUL, or half of a pair); take it out. Nothing was changed.',
  },
  TOO_DEEP: { status: 400, message: 'The request is nested deeper than anything Hushto keeps; nothing was changed.' },
  BAD_REQUEST: { status: 400, message: 'This is no request Hushto understands; see /api/openapi.json for what there is.' },
  HOST_REFUSED: { status: 403, message: 'This address is not one Hushto answers to; open it as 127.0.0.1 or localhost.' },
  ORIGIN_REFUSED: { status: 403, message: 'A page from another address may not change anything here; open Hushto itself.' },
  NOT_PAIRED: {
    status: 401,
    message: 'This device is not paired yet; type the code that Hushto shows on the computer it runs on.',
  },
  DEVICE_REMOVED: {
    status: 401,
    message: 'This device was removed on the computer Hushto runs on; pair it again there to go on.',
  },
  WRONG_CODE: {
    status: 403,
    message: 'This is not the code that the computer shows under “Pair a phone”; five tries are heard.',
  },
  PAIRING_CLOSED: {
    status: 403,
    message: 'Pairing is not open. On the computer press “Pair a phone”; the code it then shows is good for two minutes.',
  },
  NOT_FOUND: { status: 404, message: 'There is nothing with this id; it may have been deleted.' },
  ROUTE_NOT_FOUND: { status: 404, message: 'There is nothing at this address; see /api/openapi.json for what there is.' },
  CONFLICT: { status: 409, message: 'It was changed elsewhere since you opened it; load it again, or save yours as a copy.' },
  SET_ASIDE: {
    status: 409,
    message: 'This cannot be read and stands aside; “Your data” says why, and lets you take it out as it is.',
  },
  BAD_ARCHIVE: { status: 400, message: 'This is no whole archive of Hushto; nothing was taken in.' },
  BACKUP_UNSOUND: { status: 409, message: 'This backup cannot be read whole; choose another. Nothing was changed.' },
  TIMED_OUT: { status: 408, message: 'The request did not arrive whole in time; send it again.' },
  TOO_MANY: { status: 429, message: 'Too many tries; wait a minute and try again.' },
  TOO_LARGE: { status: 413, message: 'The request is larger than 2 MB; send less at a time.' },
  NOT_JSON: { status: 415, message: 'Send JSON, with the content type application/json.' },
  BUSY: { status: 503, message: 'Hushto is busy with more than fits, or with a restore; wait a few seconds and ask again.' },
  TOO_SLOW: { status: 503, message: 'This took too long to work out and was stopped; nothing was changed.' },
  DISK_FULL: {
    status: 507,
    message: 'The disk is full: nothing was changed, and what was kept is untouched. Make room, then try again.',
  },
  CANNOT_WRITE: {
    status: 503,
    message: 'The data cannot be written just now; nothing was changed. See whether the folder and the file may be written to.',
  },
  DATA_DAMAGED: {
    status: 503,
    message: 'The database file is damaged. Stop Hushto and start it again: it says what can be restored.',
  },
  INTERNAL: { status: 500, message: 'Something failed inside Hushto; nothing was changed. The log has the details.' },
} as const;

export type ErrorCode = keyof typeof ERRORS;

/** One field that cannot be used, with what to do about it. */
export interface FieldIssue {
  path: string;
  message: string;
}

/** An error of the catalogue, thrown anywhere behind the API. */
export class ApiError extends Error {
  readonly code: ErrorCode;
  readonly issues: readonly FieldIssue[];

  constructor(code: ErrorCode, issues: readonly FieldIssue[] = []) {
    super(ERRORS[code].message);
    this.name = 'ApiError';
    this.code = code;
    this.issues = issues;
  }

  get status(): number {
    return ERRORS[this.code].status;
  }
}
