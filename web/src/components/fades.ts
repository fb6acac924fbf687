/** The lower edge of what scrolls within the page: what goes on under it fades, and its end stands clear of that. */
export const FADES = 'pb-5 [mask-image:linear-gradient(#000_calc(100%_-_20px),transparent)] print:[mask-image:none]';
