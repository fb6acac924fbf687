import { kindOf, type KindName } from '@hushto/contract';

/** Why what the server knows is not shown. */
export type NoAnswer =
  /** It cannot be reached, and this browser does not have it. */
  | 'unreachable'
  /** It answers, but not this just now. */
  | 'failing';

/** Why a document that an address names is not shown: also because the server was asked and does not have it. */
export type Missing = 'gone' | NoAnswer;

/**
 * What is said where the server gave no answer.
 * @param what cannot be shown, as "the log"  @param said the server's own words  @param asOf when what is shown all the same was known, as "14:03"; null where nothing is shown
 */
export function noAnswerWords(what: string, why: NoAnswer, said: string, asOf: string | null = null): string {
  const failed = why === 'unreachable' ? 'The server cannot be reached' : 'The server has a problem';
  const shown = asOf === null ? `${failed}, so ${what} cannot be shown.` : `${failed}. What you see is from ${asOf}.`;
  return why === 'unreachable' ? shown : `${shown} ${said}`;
}

/** What is said where an address names a document that is not there. @param others whether there are others of its kind */
export function missingWords(kind: KindName, why: Missing, others: boolean): { title: string; text: string } {
  const { name, many } = kindOf(kind);
  const one = name.toLowerCase();
  switch (why) {
    case 'gone':
      return {
        title: others ? `This ${one} is gone; here are yours` : `This ${one} is gone`,
        text: 'It was deleted, or its address is incomplete.',
      };
    case 'unreachable':
      return {
        title: `This ${one} is not in this browser`,
        text: `The server cannot be reached, so it is not known whether it still exists. ${others ? `These ${many} are here.` : ''}`.trim(),
      };
    case 'failing':
      return {
        title: `This ${one} is not known yet`,
        text: `The server has a problem. ${others ? `These ${many} are here.` : ''}`.trim(),
      };
  }
}
