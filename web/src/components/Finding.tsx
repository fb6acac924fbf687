import type { ReactNode } from 'react';

interface FindingProps {
  /** What was asked: "Your taste". */
  asked: string;
  value: ReactNode;
  unit?: string;
  /** A line under the value. */
  under?: ReactNode;
  /** How sure it is, and against what. */
  children: ReactNode;
}

/** What a test has found, very large, with the sentences that go with it. */
export const Finding = ({ asked, value, unit, under, children }: FindingProps) => (
  <div className="grid grid-cols-[auto_minmax(0,1fr)] items-end gap-7 max-sm:grid-cols-1 max-sm:gap-2">
    <div>
      <h2 className="font-medium whitespace-nowrap text-quiet max-sm:whitespace-normal">{asked}</h2>
      <p className="inline-block">
        <output className="block font-dial text-64 font-semibold tracking-[-0.045em] whitespace-nowrap tabular-nums">
          {value}
          {unit && <small className="ml-1.5 font-text text-18 leading-4.5 font-[450] tracking-normal">{unit}</small>}
        </output>
        {under}
      </p>
    </div>
    <p className="max-w-[46ch] pb-2 text-pretty tabular-nums">{children}</p>
  </div>
);
