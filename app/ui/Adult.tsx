/** An adult from the front, standing on zero with y up, in the units that it is drawn in. */
export function Adult({
  tall,
  at = 0,
  fill,
}: {
  readonly tall: number;
  readonly at?: number;
  readonly fill: string;
}) {
  return (
    <g transform={`translate(${at} 0)`} fill={fill}>
      <path
        d={`M${-0.1 * tall} 0L${-0.13 * tall} ${0.78 * tall}L${0.13 * tall} ${0.78 * tall}L${0.1 * tall} 0Z`}
      />
      <circle cy={0.89 * tall} r={0.1 * tall} />
    </g>
  );
}
