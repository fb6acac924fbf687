import { cva, type VariantProps } from 'class-variance-authority';
import type { ComponentProps } from 'react';
import { cn } from './cn.ts';

const looks = cva(
  [
    'inline-flex cursor-pointer items-center justify-center gap-2 rounded-md border whitespace-nowrap no-underline',
    'hover:bg-sunk disabled:cursor-not-allowed disabled:border-rule disabled:bg-transparent disabled:text-quiet',
    'max-sm:min-h-11 max-sm:min-w-11',
    // Its key shows while it has focus: in the way otherwise.
    '[&_kbd]:hidden focus-visible:[&_kbd]:inline-block',
  ],
  {
    variants: {
      look: {
        plain: 'border-edge',
        go: 'border-ink bg-ink font-strong text-panel hover:bg-[color-mix(in_srgb,var(--ink)_88%,var(--page))] [&_kbd]:border-current [&_kbd]:text-inherit',
        bare: 'border-transparent aria-pressed:bg-sunk disabled:border-transparent',
        /** A third up or down, beside its value. */
        step: 'rounded-sm border-rule hover:border-edge disabled:border-dotted disabled:text-edge',
      },
      size: { m: 'min-h-9 px-3.5', s: 'min-h-7 px-2 leading-5' },
      icon: { true: 'shrink-0 px-0', false: '' },
    },
    compoundVariants: [
      { look: 'bare', size: 'm', class: 'px-2' },
      { icon: true, size: 'm', class: 'w-9 px-0' },
      { icon: true, size: 's', class: 'w-7 px-0' },
      { look: 'step', class: 'size-8 min-h-8 px-0' },
    ],
    defaultVariants: { look: 'plain', size: 'm', icon: false },
  },
);

type Looks = VariantProps<typeof looks>;

/** How a button looks, for what is one by another element: a link, a label, what opens a popover. */
export const buttonLook = ({ className, ...variants }: Looks & { className?: string | undefined } = {}): string =>
  cn(looks(variants), className);

/** A button. What goes on is ink; `bare` has no edge; with `icon` it is square and needs a name. */
export function Button({ look, size, icon, className, type = 'button', ...rest }: ComponentProps<'button'> & Looks) {
  return <button type={type} className={buttonLook({ look, size, icon, className })} {...rest} />;
}
