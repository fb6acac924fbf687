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
 * @param what is not known, as "the log"  @param said in the server's words  @param asOf when what stands there still was known, as "14:03"; null where nothing does
 */
export function noAnswerWords(what: string, why: NoAnswer, said: string, asOf: string | null = null): string {
  const failed =
    why === 'unreachable'
      ? 'The server cannot be reached'
      : `The server answers, but with a failure of its own: ${said.replace(/\.$/, '')}`;
  return asOf === null ? `${failed}. So ${what} is not known here.` : `${failed}. What stands here is as it was at ${asOf}.`;
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
        text: `The server answers, but with a failure of its own. ${others ? `These ${many} are here.` : ''}`.trim(),
      };
  }
}
