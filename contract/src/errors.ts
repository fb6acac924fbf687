/** Every error a user or a program can meet: its code, status and sentence. docs/errors.md says the same, and a test keeps it so. */
export const ERRORS = {
  VALIDATION_FAILED: { status: 400, message: 'Some fields cannot be used as sent; each is named with a remedy.' },
  BAD_JSON: { status: 400, message: 'The request is not valid JSON; nothing was changed.' },
  HOST_REFUSED: { status: 403, message: 'This address is not one Hushto answers to; open it as 127.0.0.1 or localhost.' },
  ORIGIN_REFUSED: { status: 403, message: 'A page from another address may not change anything here; open Hushto itself.' },
  NOT_PAIRED: {
    status: 401,
    message: 'This device is not paired yet; type the code that Hushto shows on the computer it runs on.',
  },
  WRONG_CODE: {
    status: 403,
    message: 'This is not the code; it is shown on the computer, under “Pair a phone”, and changes after five wrong ones.',
  },
  NOT_FOUND: { status: 404, message: 'There is nothing with this id; it may have been deleted.' },
  ROUTE_NOT_FOUND: { status: 404, message: 'There is nothing at this address; see /api/openapi.json for what there is.' },
  CONFLICT: { status: 409, message: 'It was changed elsewhere since you opened it; load it again, or save yours as a copy.' },
  TOO_MANY: { status: 429, message: 'Too many tries; wait a minute and try again.' },
  TOO_LARGE: { status: 413, message: 'The request is larger than 2 MB; send less at a time.' },
  NOT_JSON: { status: 415, message: 'Send JSON, with the content type application/json.' },
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
