import { noAnswerWords } from '@hushto/words';
import { whyNoAnswer } from '../state/queries.ts';
import { said } from '../sync/remote.ts';
import { Button } from './Button.tsx';
import { Problem } from './Field.tsx';

/** A question to the server that failed, as far as this needs it. */
interface Question {
  error: Error | null;
  /** When what stands there was answered, ms; 0 where nothing was. */
  dataUpdatedAt: number;
  refetch: () => Promise<unknown>;
}

/** Where the server gave no answer: why, how old what stands there is, and another try. Nothing where it did. @param what is not known, as "the log" */
export function NoAnswer({ what, question: { error, dataUpdatedAt, refetch } }: { what: string; question: Question }) {
  if (!error) return null;
  const asOf = dataUpdatedAt > 0 ? new Date(dataUpdatedAt).toLocaleTimeString('en-GB', { timeStyle: 'short' }) : null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <Problem alert>{noAnswerWords(what, whyNoAnswer(error), said(error), asOf)}</Problem>
      <Button size="s" onClick={() => void refetch()}>
        Try again
      </Button>
    </div>
  );
}
