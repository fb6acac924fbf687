import { cva, type VariantProps } from 'class-variance-authority';
import type { ComponentProps, ReactNode } from 'react';
import { FADES } from './fades.ts';
import { cn } from './cn.ts';

const looks = cva(
  [
    'w-full tabular-nums [:where(&_caption)]:pb-1 [:where(&_caption)]:text-left [:where(&_caption)]:text-13 [:where(&_caption)]:text-quiet',
    '[:where(&_th)]:text-left [:where(&_th,&_td)]:border-b [:where(&_tbody_th,&_td)]:align-top',
    '[:where(&_thead_th)]:border-edge [:where(&_thead_th)]:font-medium [:where(&_thead_th)]:whitespace-nowrap [:where(&_thead_th)]:text-quiet',
    '[:where(&_tbody_th,&_td)]:border-rule [:where(&_tbody_th)]:font-strong',
    '[:where(&_tbody_tr:hover>td)]:bg-sunk/60 [:where(&_[aria-current=true]>*)]:bg-hush-wash',
  ],
  {
    variants: {
      size: {
        /** To read. */
        m: 'text-15 leading-5 [:where(&_thead_th)]:text-13 [:where(&_th,&_td)]:py-1.5 [:where(&_th,&_td)]:pr-3',
        /** Columns of figures side by side. */
        s: 'text-13 [:where(&_th,&_td)]:py-1 [:where(&_th,&_td)]:pr-2.5',
        /** As many as a page takes. */
        dense: 'text-13 leading-4.25 whitespace-nowrap [:where(&_th,&_td)]:py-px [:where(&_th,&_td)]:pr-1',
      },
    },
    defaultVariants: { size: 'm' },
  },
);

/** Each row a card, each cell under the words of its head. */
const CARDS = cn(
  'max-sm:block max-sm:whitespace-normal max-sm:[&_caption]:block max-sm:[&_thead]:sr-only max-sm:[&_tbody]:block',
  'max-sm:[&_tbody_tr]:grid max-sm:[&_tbody_tr]:grid-cols-2 max-sm:[&_tbody_tr]:gap-x-3 max-sm:[&_tbody_tr]:border-b max-sm:[&_tbody_tr]:border-rule max-sm:[&_tbody_tr]:py-1.5',
  'max-sm:[&_tbody_th]:col-span-full max-sm:[&_tbody_th,&_td]:border-0 max-sm:[&_tbody_th,&_td]:py-0.5 max-sm:[&_td]:text-left',
  'max-sm:[&_td]:before:block max-sm:[&_td]:before:text-13 max-sm:[&_td]:before:text-quiet max-sm:[&_td]:before:content-(--head)',
  '[&_:nth-child(2)]:[--head:var(--head-2)] [&_:nth-child(3)]:[--head:var(--head-3)] [&_:nth-child(4)]:[--head:var(--head-4)] [&_:nth-child(5)]:[--head:var(--head-5)]',
  '[&_:nth-child(6)]:[--head:var(--head-6)] [&_:nth-child(7)]:[--head:var(--head-7)] [&_:nth-child(8)]:[--head:var(--head-8)] [&_:nth-child(9)]:[--head:var(--head-9)]',
);

interface Head {
  says: string;
  className?: string | undefined;
}

interface TableProps extends ComponentProps<'table'>, VariantProps<typeof looks> {
  caption?: ReactNode;
  /** Heads of a table that is wider than a phone: there each row is a card. Nine at most. */
  heads?: readonly (string | Head)[];
}

/** A table of figures. What is set on a cell itself holds over it. */
export function Table({ size, className, caption, heads, style, children, ...rest }: TableProps) {
  const all = (heads ?? []).map((head): Head => (typeof head === 'string' ? { says: head } : head));
  const said = Object.fromEntries(all.map(({ says }, n) => [`--head-${n + 1}`, JSON.stringify(says)]));
  return (
    <table className={cn(looks({ size }), heads && CARDS, className)} style={{ ...said, ...style }} {...rest}>
      {caption && <caption>{caption}</caption>}
      {heads && (
        <thead>
          <tr>
            {all.map(({ says, className: own }) => (
              <th key={says} scope="col" className={own}>
                {says}
              </th>
            ))}
          </tr>
        </thead>
      )}
      {children}
    </table>
  );
}

interface TableScrollProps extends ComponentProps<'div'> {
  label: string;
  /** Whether its place is often shorter than the table: its lower edge fades. */
  bounded?: boolean;
}

/** Where a table is longer than its place: it scrolls by itself, its head stays, and keys reach it. */
export function TableScroll({ label, bounded = false, className, ...rest }: TableScrollProps) {
  return (
    <div
      className={cn(
        'max-h-full overflow-auto [:where(&_thead_th)]:sticky [:where(&_thead_th)]:top-0 [:where(&_thead_th)]:bg-panel',
        bounded && FADES,
        className,
      )}
      tabIndex={0}
      role="region"
      aria-label={label}
      {...rest}
    />
  );
}
