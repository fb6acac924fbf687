import { Info, type LucideIcon } from 'lucide-react';
import { cn } from './cn.ts';

interface CautionProps {
  icon?: LucideIcon;
  className?: string;
  children: string;
}

/** Where the work can hurt someone, or what to watch for: a calm line with its own icon. */
export const Caution = ({ icon: Icon = Info, className, children }: CautionProps) => (
  <p className={cn('flex gap-2.5 leading-5 text-quiet', className)}>
    <Icon className="mt-0.5" aria-hidden="true" />
    <span>{children}</span>
  </p>
);
