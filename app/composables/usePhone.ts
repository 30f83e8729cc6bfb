/**
 * Where a page stands in one column: on phones upright and across, on tablets upright, on a desk enlarged by half. The `md` of
 * the styles (`main.css`) begins at the same width, and so do the few media queries of components.
 */
export const NARROW = '(max-width: 999px)'
export const usePhone = () => useMediaQuery(NARROW)
