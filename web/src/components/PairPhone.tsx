import type { PairingState } from '@hushto/contract';
import { Smartphone, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { api } from '../api/client.ts';
import { useToasts } from './Toasts.tsx';

/** How often it is looked whether the phone has come, while pairing is open, ms. */
const LOOK_MS = 2000;

/** Pairing of phones, open while it is asked for, and the devices that are paired. */
export function PairPhone() {
  const [state, setState] = useState<PairingState | 'unknown'>('unknown');
  const { show } = useToasts();
  const open = state !== 'unknown' && state !== null && state.open !== null;
  const ask = (request: Promise<PairingState>): void =>
    void request.then(setState, (error: unknown) => show(error instanceof Error ? error.message : String(error)));
  useEffect(() => {
    let here = true;
    const look = (): void =>
      void api.pairing().then(
        (reply) => here && setState(reply),
        () => undefined,
      );
    look();
    const timer = open ? setInterval(look, LOOK_MS) : 0;
    return () => {
      here = false;
      clearInterval(timer);
    };
  }, [open]);
  if (state === 'unknown') return null;
  return (
    <section className="pairing" aria-labelledby="pairing-title">
      <h3 id="pairing-title">Phones of this network</h3>
      {state === null ? (
        <p className="help">
          Hushto answers only on this computer. To open it on a phone in the same network, start it with HUSHTO_HOST and a
          certificate; the README has the steps.
        </p>
      ) : (
        <>
          {state.open ? (
            <>
              <p>
                On the phone open <b className="num">{state.address}</b> and type
              </p>
              <p className="code num">{`${state.open.code.slice(0, 3)} ${state.open.code.slice(3)}`}</p>
              <p className="help">
                Good for one phone until {clockOf(state.open.until)}. After its first visit it works without the network too.
              </p>
              <p className="row start">
                <button type="button" className="btn s" onClick={() => ask(api.closePairing())}>
                  Stop pairing
                </button>
              </p>
            </>
          ) : (
            <p className="row start">
              <button type="button" className="btn s" onClick={() => ask(api.openPairing())}>
                <Smartphone className="i" aria-hidden="true" /> Pair a phone
              </button>
            </p>
          )}
          {state.devices.length > 0 && (
            <ul className="grid gap-1" aria-label="Paired devices">
              {state.devices.map(({ id, name, pairedAt, seenAt }) => (
                <li key={id} className="flex items-center justify-between gap-3">
                  <span>
                    <b>{name}</b>{' '}
                    <span className="quiet small num">
                      paired {dayOf(pairedAt)}, last here {dayOf(seenAt)}
                    </span>
                  </span>
                  <button
                    type="button"
                    className="tip-x"
                    aria-label={`Send ${name} away`}
                    onClick={() => ask(api.revokeDevice(id))}
                  >
                    <Trash2 className="i" aria-hidden="true" />
                  </button>
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
