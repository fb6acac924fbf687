import { extendTailwindMerge } from 'tailwind-merge';

/** Joins the utilities of an element: of two that say the same thing the later holds. Knows the sizes and weights of our theme. */
export const cn = extendTailwindMerge({
  extend: {
    theme: {
      text: ['13', '15', '18', '24', '40', '64'],
      'font-weight': ['strong'],
      font: ['text', 'dial', 'title'],
      shadow: ['pop'],
    },
  },
});
