import type { ComponentProps } from 'react';
import { cn } from './cn.ts';

/** A few words on a picture, legible on any. */
export const PictureTag = ({ className, ...rest }: ComponentProps<'span'>) => (
  <span
    className={cn('pointer-events-none absolute rounded-sm bg-scrim px-1.5 py-px text-13 text-on-picture', className)}
    {...rest}
  />
);
