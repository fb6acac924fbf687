import { kindOf, type KindName } from '@hushto/contract';

/** Why a document that an address names is not shown. */
export type Missing =
  /** The server was asked and does not have it. */
  | 'gone'
  /** The server cannot be reached, and this browser does not have it. */
  | 'unreachable'
  /** The server answers, but not this just now. */
  | 'failing';

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
