import { BriefSchema } from '@hushto/contract';
import { planWithoutLadder, type Brief } from '@hushto/core';
import { neighbourWords } from '@hushto/words';
import { useMemo } from 'react';
import { useSettled } from '../../../components/useSettled.ts';

/** How long a value has to rest, ms: three plans at every step of a drag would be felt. */
const RESTS_MS = 60;

interface NearbyProps {
  brief: Brief;
  /** Values on either side of the present one, each with the brief it would make; made once, outside of the component that shows it. */
  values: (brief: Brief) => readonly { at: string; made: Brief }[];
}

/** What values nearby would give, so that one knows which way to drag; it follows as soon as the hand rests. */
export function Nearby({ brief, values }: NearbyProps) {
  const settled = useSettled(brief, RESTS_MS);
  const words = useMemo(() => {
    // As typed it may be no brief at all.
    if (!isBrief(settled)) return null;
    const settingOf = (made: Brief) => {
      const { possible, choice } = planWithoutLadder(made, 0);
      return possible ? choice : null;
    };
    const now = settingOf(settled);
    const known = values(settled).filter(({ made }) => isBrief(made));
    if (!now || known.length === 0) return null;
    return neighbourWords(
      known.map(({ at, made }) => ({ at, setting: settingOf(made) })),
      now,
    );
  }, [settled, values]);
  // Room for it stands from the first moment: nothing moves under the finger.
  return <p className="min-h-5.5 tabular-nums">{words}</p>;
}

const isBrief = (brief: Brief): boolean => BriefSchema.safeParse(brief).success;
