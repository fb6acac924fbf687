import { cva, type VariantProps } from 'class-variance-authority';
import type { ComponentProps } from 'react';
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

/** A table of figures. What is set on a cell itself holds over it. */
export function Table({ size, className, ...rest }: ComponentProps<'table'> & VariantProps<typeof looks>) {
  return <table className={cn(looks({ size }), className)} {...rest} />;
}

/** Where a table is longer than its place: it scrolls by itself, its head stays, and keys reach it. */
export function TableScroll({ label, className, ...rest }: ComponentProps<'div'> & { label: string }) {
  return (
    <div
      className={cn(
        'max-h-full overflow-auto [:where(&_thead_th)]:sticky [:where(&_thead_th)]:top-0 [:where(&_thead_th)]:bg-panel',
        className,
      )}
      tabIndex={0}
      role="region"
      aria-label={label}
      {...rest}
    />
  );
}
