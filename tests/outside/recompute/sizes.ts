import type { Archive, Row, Shown, Untyped } from "./read";

/** Real size over scale, and volumes by casting points: parity of crossings, no sum over faces. */
export function sizes({ tables, mesh }: Archive, { scene, plan }: Shown): readonly Row[] {
  return plan.parts
    .filter((p: Untyped) => p.part.meshId && p.body)
    .flatMap((p: Untyped): readonly Row[] => {
      const stored = tables["parts"]!.find((x) => x.id === p.part.id)!;
      const { source, unitMm, ownFactor } = stored.size;
      const native = nativeScale(source);
      // Where the eyes of a figure are is known within a few hundredths.
      const loose = source.kind === "figure" ? 0.02 : 0;
      const factor = (unitMm * native * ownFactor) / scene.denominator;
      const corners = mesh(stored.meshId);
      const name = p.part.name as string;
      const row = (what: string, shown: number, recomputed: number, unit: string, off: number): Row => ({
        scene: scene.name,
        what: `${name}: ${what}`,
        shown,
        recomputed,
        unit,
        off,
      });
      const box = boxOf(corners);
      const longest = Math.max(...box.map(([a, b]) => b! - a!));
      return [
        row("longest side", Math.max(...p.sizeMm), longest * factor, "mm", 1e-5 + loose),
        row(
          "volume",
          p.body.volumeMm3 / 1000,
          (volumeOf(corners, box) * factor ** 3) / 1000,
          "ml",
          0.06 + 3 * loose,
        ),
      ];
    });
}

/** A grown figure stands 1750 mm tall, its eyes at 0.936 of that (anthropometric tables). */
const TALL_MM = 1750;
const EYES = 0.936;

const nativeScale = (source: Untyped): number =>
  source.kind === "ratio"
    ? source.denominator
    : source.kind === "figure"
      ? (TALL_MM * (source.convention === "eye" ? EYES : 1)) / source.figureMm
      : 1;

const boxOf = (corners: Float32Array) =>
  [0, 1, 2].map((axis) => {
    let least = Infinity;
    let most = -Infinity;
    for (let i = axis; i < corners.length; i += 3) {
      least = Math.min(least, corners[i]!);
      most = Math.max(most, corners[i]!);
    }
    return [least, most] as const;
  });

/** Rows along y through the box; between the first and second crossing of a face it is inside, and so on. */
const ROWS = 170;

function volumeOf(corners: Float32Array, box: readonly (readonly [number, number])[]): number {
  const [[x0, x1], , [z0, z1]] = box as [
    readonly [number, number],
    readonly [number, number],
    readonly [number, number],
  ];
  const [stepX, stepZ] = [(x1 - x0) / ROWS, (z1 - z0) / ROWS];
  const met = new Map<number, { y: number; way: number }[]>();
  for (let t = 0; t < corners.length; t += 9) {
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = corners.subarray(t, t + 9) as unknown as number[];
    const area = (bx! - ax!) * (cz! - az!) - (bz! - az!) * (cx! - ax!);
    if (area === 0) continue;
    const least = (a: number, from: number, step: number) =>
      Math.max(0, Math.ceil((a - from) / step - 0.5037));
    const most = (a: number, from: number, step: number) =>
      Math.min(ROWS - 1, Math.floor((a - from) / step - 0.5037));
    for (
      let i = least(Math.min(ax!, bx!, cx!), x0, stepX);
      i <= most(Math.max(ax!, bx!, cx!), x0, stepX);
      i++
    )
      for (
        let k = least(Math.min(az!, bz!, cz!), z0, stepZ);
        k <= most(Math.max(az!, bz!, cz!), z0, stepZ);
        k++
      ) {
        const px = x0 + (i + 0.5037) * stepX;
        const pz = z0 + (k + 0.5037) * stepZ;
        const s = ((px - ax!) * (cz! - az!) - (pz - az!) * (cx! - ax!)) / area;
        const r = ((bx! - ax!) * (pz - az!) - (bz! - az!) * (px - ax!)) / area;
        if (s < 0 || r < 0 || s + r > 1) continue;
        const list = met.get(i * ROWS + k) ?? met.set(i * ROWS + k, []).get(i * ROWS + k)!;
        list.push({ y: ay! + s * (by! - ay!) + r * (cy! - ay!), way: Math.sign(area) });
      }
  }
  let length = 0;
  for (const list of met.values()) {
    list.sort((p, q) => p.y - q.y);
    let inside = 0;
    list.forEach(({ y, way }, i) => {
      inside += way;
      if (inside !== 0 && list[i + 1]) length += list[i + 1]!.y - y;
    });
  }
  return length * stepX * stepZ;
}
