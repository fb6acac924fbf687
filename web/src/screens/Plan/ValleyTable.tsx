import { apertureLabel, isoLabel, shutterMarks, stopsLabel, type PlanAtLight } from '@hushto/core';
import { groupDigits, keptWords, plainNumber, shutterWords } from '@hushto/words';
import { Table, TableScroll } from '../../components/Table.tsx';
import { valleyFrame } from '../../domain/valley.ts';
import { percentText } from '../../quantities/quantities.ts';

/** Brings the hush point's row to the middle when the table is opened. */
const intoView = (row: HTMLTableRowElement | null): void => {
  // The table alone is scrolled, never the page.
  const box = row?.closest('[role=region]');
  if (row && box) box.scrollTop = row.offsetTop - (box.clientHeight - row.offsetHeight) / 2;
};

const HEADS = [
  'Shutter',
  'Aperture',
  ...['ISO', 'Later', 'Smear', 'Blur', 'Grain', 'Kept'].map((says) => ({ says, className: 'text-right' })),
  'Against the best',
];

/** The Valley's data as a table: what the chart shows, and the share kept of the ideal. */
export function ValleyTable({ plan, view }: { plan: PlanAtLight; view: string }) {
  const frame = valleyFrame(plan);
  const rows = plan.curve.filter(({ shutterS }) => {
    const third = shutterMarks.nearest(shutterS);
    return third >= frame.slow && third <= frame.fast;
  });
  return (
    <TableScroll bounded className="absolute inset-0" label="The Valley as a table">
      <Table
        size="s"
        caption={
          <>
            At each shutter the aperture that keeps most detail. Smear in px {view}; what grain costs of the detail, and blur of
            the rest; kept is the share of the same picture without blur at base ISO.
          </>
        }
        heads={HEADS}
      >
        <tbody>
          {rows.map((row) => {
            const lost = row.lostBlur + row.lostGrain;
            const isHush = shutterMarks.nearest(row.shutterS) === frame.hush;
            return (
              <tr key={row.shutterS} ref={isHush ? intoView : undefined} aria-current={isHush ? 'true' : undefined}>
                <th scope="row">{shutterWords(row.shutterS)}</th>
                <td>{apertureLabel(row.fNumber)}</td>
                <td className="text-right">{groupDigits(isoLabel(row.iso))}</td>
                <td className="text-right">{stopsLabel(row.liftStops)}</td>
                <td className="text-right">{plainNumber(row.subjectBlurViewPx)}</td>
                <td className="text-right">{percentText(1 - 2 ** -Math.max(0, row.lostBlur))}</td>
                <td className="text-right">{percentText(1 - 2 ** -Math.max(0, row.lostGrain))}</td>
                <td className="text-right">{percentText(2 ** -lost)}</td>
                <td>{isHush ? 'hush point' : keptWords(lost - frame.best)}</td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </TableScroll>
  );
}
