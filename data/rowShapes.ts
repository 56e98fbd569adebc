/**
 * The shapes of all rows, and what checks them: a tenth of a megabyte that nothing needs before the first change
 * is written. Loaded once; the page loads it as soon as it is drawn, so that no change waits for it.
 * @throws where it cannot be had, which is before anything was written
 */
export const rowShapes = () => import("#data/checkedRow");
