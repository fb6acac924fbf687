import type { DataState } from '@hushto/contract';
import { useCallback, useEffect, useState } from 'react';
import { api } from '../../api/client.ts';
import { Button } from '../../components/Button.tsx';
import { Problem } from '../../components/Field.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { PairPhone } from '../../components/PairPhone.tsx';
import { useToasts } from '../../components/toast.ts';
import { Archive } from './Archive.tsx';
import { AsideList } from './AsideList.tsx';
import { Backups } from './Backups.tsx';
import { Kept } from './Kept.tsx';
import { PANEL } from './panel.ts';

/** Your data: what is kept and where, its backups, one archive out and in, and what stands aside. */
export function DataScreen() {
  return (
    <LibraryGate what="data">
      <YourData />
    </LibraryGate>
  );
}

function YourData() {
  const [state, setState] = useState<DataState | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const { show } = useToasts();
  const look = useCallback(async (): Promise<void> => {
    try {
      setState(await api.data());
      setFailure(null);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  }, []);
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- it is set when the server answers, never at once
    void look();
  }, [look]);
  /** Does something and looks again; a failure is said. */
  const attempt = async (work: () => Promise<string | null>): Promise<void> => {
    try {
      const say = await work();
      if (say) show(say);
    } catch (error) {
      show(error instanceof Error ? error.message : String(error));
    }
    await look();
  };
  return (
    <main className="mx-auto grid max-w-[1180px] gap-4 px-6 pb-10 text-15/[22px] [&_h2]:font-[650]">
      <h1 className="pt-2 font-[family-name:var(--title)] text-[24px]/[28px] font-semibold tracking-[-0.01em]">Your data</h1>
      {failure && (
        <Problem alert>
          {failure}{' '}
          <Button size="s" onClick={() => void look()}>
            Try again
          </Button>
        </Problem>
      )}
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="grid gap-4">
          <Kept state={state} attempt={attempt} />
          <Archive attempt={attempt} />
          {/* On a phone there is nothing to pair. */}
          <section className={`${PANEL} empty:hidden`}>
            <PairPhone />
          </section>
        </div>
        <div className="grid gap-4">
          <Backups backups={state?.backups ?? null} attempt={attempt} />
          <AsideList aside={state?.aside ?? []} />
        </div>
      </div>
      <p className="text-quiet">
        Hushto is under the MIT licence.{' '}
        <a className="underline" href="/notices.txt">
          Whose work it carries, and under which licences
        </a>
      </p>
    </main>
  );
}
