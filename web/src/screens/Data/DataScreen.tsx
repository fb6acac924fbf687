import { queryOptions, useQuery } from '@tanstack/react-query';
import { api } from '../../api/client.ts';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { NoAnswer } from '../../components/NoAnswer.tsx';
import { PairPhone } from '../../components/PairPhone.tsx';
import { useToasts } from '../../components/toast.ts';
import { queries } from '../../state/queries.ts';
import { said } from '../../sync/remote.ts';
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

const dataQuery = queryOptions({ queryKey: ['data'], queryFn: () => api.data() });

function YourData() {
  const question = useQuery(dataQuery, queries);
  const { data: state = null, isPending, refetch } = question;
  const { show } = useToasts();
  /** Does something and looks again; a failure is said. */
  const attempt = async (work: () => Promise<string | null>): Promise<void> => {
    try {
      const say = await work();
      if (say) show(say);
    } catch (error) {
      show(said(error));
    }
    await refetch();
  };
  return (
    <main className="mx-auto grid max-w-[1180px] gap-4 px-6 pb-10 text-15/[22px] [&_h2]:font-[650]">
      <h1 className="pt-2 font-[family-name:var(--title)] text-[24px]/[28px] font-semibold tracking-[-0.01em]">Your data</h1>
      <NoAnswer what="what is kept there" question={question} />
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
          <Backups backups={state?.backups ?? null} looking={isPending} attempt={attempt} />
          <AsideList aside={state?.aside ?? null} looking={isPending} />
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
