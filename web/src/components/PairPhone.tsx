import type { PairingState } from '@hushto/contract';
import { Smartphone, Trash2 } from 'lucide-react';
import { noAnswerWords } from '@hushto/words';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { api } from '../api/client.ts';
import { queries, whyNoAnswer } from '../state/queries.ts';
import { codeOf, said, serverAfter } from '../sync/remote.ts';
import { Button } from './Button.tsx';
import { useToasts } from './toast.ts';

/** How often it is looked whether the phone has come, while pairing is open, ms. */
const LOOK_MS = 2000;

const pairingQuery = queryOptions({
  queryKey: ['pairing'],
  queryFn: () => api.pairing(),
  refetchInterval: ({ state }) => (state.data?.open ? LOOK_MS : false),
});

/** Pairing of phones, open while it is asked for, and the devices that are paired. */
export function PairPhone() {
  const { data: state, error } = useQuery(pairingQuery, queries);
  const { show } = useToasts();
  const ask = (request: Promise<PairingState>): void =>
    void request.then(
      (now) => queries.setQueryData(pairingQuery.queryKey, now),
      (failure: unknown) => show(said(failure)),
    );
  // Devices of the network are not told, and need not be.
  if (error && state === undefined && serverAfter(codeOf(error)) !== 'answers')
    return <p className="text-quiet">{noAnswerWords('which phones are paired', whyNoAnswer(error), said(error))}</p>;
  if (state === undefined) return null;
  return (
    <section className="grid gap-1.5" aria-labelledby="pairing-title">
      <h3 id="pairing-title">Phones of this network</h3>
      {state === null ? (
        <p className="text-quiet">
          Hushto answers only on this computer. To open it on a phone in the same network, start it with HUSHTO_HOST and a
          certificate; the README has the steps.
        </p>
      ) : (
        <>
          {state.open ? (
            <>
              <p>
                On the phone open <b className="tabular-nums">{state.address}</b> and type
              </p>
              <p className="font-dial text-40 leading-11 font-semibold tracking-[0.02em] tabular-nums">{`${state.open.code.slice(0, 3)} ${state.open.code.slice(3)}`}</p>
              <p className="text-quiet">
                Good for one phone until {clockOf(state.open.until)}. After its first visit it works without the network too.
              </p>
              <p className="flex flex-wrap items-center gap-3">
                <Button size="s" onClick={() => ask(api.closePairing())}>
                  Stop pairing
                </Button>
              </p>
            </>
          ) : (
            <p className="flex flex-wrap items-center gap-3">
              <Button size="s" onClick={() => ask(api.openPairing())}>
                <Smartphone aria-hidden="true" /> Pair a phone
              </Button>
            </p>
          )}
          {state.devices.length > 0 && (
            <ul className="grid gap-1" aria-label="Paired devices">
              {state.devices.map(({ id, name, pairedAt, seenAt }) => (
                <li key={id} className="flex items-center justify-between gap-3">
                  <span>
                    <b>{name}</b>{' '}
                    <span className="text-13 tabular-nums text-quiet">
                      paired {dayOf(pairedAt)}, last here {dayOf(seenAt)}
                    </span>
                  </span>
                  <Button look="bare" size="s" icon aria-label={`Send ${name} away`} onClick={() => ask(api.revokeDevice(id))}>
                    <Trash2 aria-hidden="true" />
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </section>
  );
}

const clockOf = (at: string): string => new Date(at).toLocaleTimeString('en-GB');
const dayOf = (at: string): string => new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
