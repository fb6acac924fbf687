import { posteriorOf, setupOf, type HoldSeries } from '@hushto/contract';
import { chanceCurve, ratesByShutter } from '@hushto/core';
import { shutterWords } from '@hushto/words';
import { useMemo } from 'react';
import { Table, TableScroll } from '../../components/Table.tsx';

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Rates by shutter speed with their intervals, beside what the whole series says. */
export function RatesTable({ series }: { series: HoldSeries }) {
  const rows = useMemo(() => {
    const rates = ratesByShutter(series.frames);
    const curve = chanceCurve(setupOf(series), posteriorOf(series), rates.map(({ shutterS }) => shutterS)); // prettier-ignore
    return rates.map((rate, n) => ({ ...rate, at: curve[n]! }));
  }, [series]);
  if (rows.length === 0) return <p className="text-quiet">No frame yet. The first one is asked for on the right.</p>;
  return (
    <TableScroll label="Rates by shutter speed">
      <Table heads={['Shutter', 'Frames', 'Sharp', 'Share, 95 % interval', 'All frames together']}>
        <tbody>
          {rows.map(({ shutterS, frames, sharp, low, high, at }) => (
            <tr key={shutterS}>
              <th scope="row">{shutterWords(shutterS)}</th>
              <td>{frames}</td>
              <td>{sharp}</td>
              <td>
                {percent(sharp / frames)}, {percent(low)} to {percent(high)}
              </td>
              <td>
                {percent(at.mean)}, {percent(at.low)} to {percent(at.high)}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="text-quiet">
        The share of one speed alone says little after a few frames (Wilson’s interval); the whole series together says more.
      </p>
    </TableScroll>
  );
}
