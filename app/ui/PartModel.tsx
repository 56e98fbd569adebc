import { useThree } from "@react-three/fiber";
import { useDeferredValue, useEffect, useMemo } from "react";
import { BufferAttribute, BufferGeometry, type MeshLambertMaterial, type Plane } from "three";
import { NO_TINT } from "./tints";
import { hatched, planeOf, type Point, type Section, type Shape, type Turn } from "./partShape";

/** A part as it is turned, with what is marked, cut and picked on it. */
export function Model({
  shape,
  turn,
  marked,
  tints,
  borders,
  lines,
  section,
  heightEvery,
  picks,
}: {
  shape: Shape;
  turn: Turn;
  marked: Uint8Array | null;
  tints: Uint8Array | null;
  borders: Float32Array | null;
  lines: Float32Array | null;
  section: Section | null;
  heightEvery: number;
  picks: readonly Point[];
}) {
  const { faces, edges, reach, middle, size } = shape;
  const material = useMemo(() => hatched(), []);
  const planes = useMemo(
    () => (section ? [planeOf(section, size[section.axis]! / reach, turn)] : []),
    [section, size, reach, turn],
  );
  const local = (p: Point) => p.map((v, k) => (v - middle[k]!) / reach) as [number, number, number];
  const open = useMemo(() => lineGeometry(lines, shape), [lines, shape]);
  const drawn = useMemo(() => lineGeometry(borders, shape), [borders, shape]);
  // What is told of an act comes before its picture, which takes longer on a large mesh.
  useMarked(faces, marked, useDeferredValue(tints));
  useRedrawn(turn, planes, heightEvery);
  useDisposed(faces, edges, material);
  return (
    <group rotation={[-Math.PI / 2 + turn.up, 0, 0]} scale={turn.near}>
      <group rotation={[0, 0, turn.around]}>
        <mesh geometry={faces}>
          <primitive
            object={material}
            attach="material"
            clippingPlanes={planes}
            userData-every-value={heightEvery / reach}
          />
        </mesh>
        {edges && !section && (
          <lineSegments geometry={edges}>
            <lineBasicMaterial color="#f3f5f0" transparent opacity={0.55} />
          </lineSegments>
        )}
        {drawn && <Lines of={drawn} color="#1c2422" onTop={false} />}
        {open && <Lines of={open} color="#ff7a59" onTop />}
        <Picks at={picks.map(local)} dot={4 / turn.near} />
      </group>
    </group>
  );
}

/** @param onTop drawn over everything that lies before it */
const Lines = ({
  of,
  color,
  onTop,
}: {
  readonly of: BufferGeometry;
  readonly color: string;
  readonly onTop: boolean;
}) => (
  <lineSegments geometry={of} renderOrder={onTop ? 2 : 1}>
    <lineBasicMaterial color={color} depthTest={!onTop} />
  </lineSegments>
);

function useMarked(faces: BufferGeometry, marked: Uint8Array | null, tints: Uint8Array | null) {
  const { invalidate } = useThree();
  useEffect(() => {
    mark(faces, marked);
    invalidate();
  }, [faces, marked, invalidate]);
  useEffect(() => {
    tint(faces, tints);
    invalidate();
  }, [faces, tints, invalidate]);
}

/** The picture is drawn on demand: whenever one of these is another. */
function useRedrawn(...of: readonly [turn: Turn, planes: readonly Plane[], heightEvery: number]) {
  const { invalidate } = useThree();
  const [turn, planes, heightEvery] = of;
  useEffect(() => {
    invalidate();
  }, [turn, planes, heightEvery, invalidate]);
}

/** What the picture holds on the graphics card is given back. */
function useDisposed(faces: BufferGeometry, edges: BufferGeometry | null, material: MeshLambertMaterial) {
  useEffect(
    () => () => {
      faces.dispose();
      edges?.dispose();
      material.dispose();
    },
    [faces, edges, material],
  );
}

/** Lines in the file's units, two points each, as they are drawn. */
function lineGeometry(lines: Float32Array | null, { middle, reach }: Shape): BufferGeometry | null {
  if (!lines || lines.length === 0) return null;
  const geometry = new BufferGeometry();
  const local = lines.map((v, i) => (v - middle[i % 3]!) / reach);
  geometry.setAttribute("position", new BufferAttribute(local, 3));
  return geometry;
}

/** Hatches the faces that are marked; of a mesh that is drawn in part, every so many. */
function mark(faces: BufferGeometry, marked: Uint8Array | null) {
  const attribute = faces.getAttribute("marked") as BufferAttribute;
  const drawn = attribute.count / 3;
  const every = marked ? Math.max(1, Math.ceil(marked.length / drawn)) : 1;
  for (let f = 0; f < drawn; f++) {
    const on = marked?.[f * every] ?? 0;
    for (let k = 0; k < 3; k++) attribute.setX(3 * f + k, on);
  }
  attribute.needsUpdate = true;
}

/** Tints the faces; of a mesh that is drawn in part, every so many. */
function tint(faces: BufferGeometry, tints: Uint8Array | null) {
  const attribute = faces.getAttribute("tint") as BufferAttribute;
  const drawn = attribute.count / 3;
  const every = tints ? Math.max(1, Math.ceil(tints.length / drawn)) : 1;
  const to = attribute.array as Uint8Array;
  for (let f = 0; f < drawn; f++) {
    const value = tints ? tints[f * every]! : NO_TINT;
    to[3 * f] = value;
    to[3 * f + 1] = value;
    to[3 * f + 2] = value;
  }
  attribute.needsUpdate = true;
}

function Picks({ at, dot }: { readonly at: readonly Point[]; readonly dot: number }) {
  return (
    <>
      {at.map((p, i) => (
        <mesh key={i} position={p} renderOrder={3}>
          <sphereGeometry args={[dot, 12, 8]} />
          <meshBasicMaterial color="#f5c52e" depthTest={false} />
        </mesh>
      ))}
      {at.length === 2 && <PickLine from={at[0]!} to={at[1]!} />}
    </>
  );
}

function PickLine({ from, to }: { from: Point; to: Point }) {
  const geometry = useMemo(() => {
    const line = new BufferGeometry();
    line.setAttribute("position", new BufferAttribute(Float32Array.from([...from, ...to]), 3));
    return line;
  }, [from, to]);
  return (
    <lineSegments geometry={geometry} renderOrder={3}>
      <lineBasicMaterial color="#f5c52e" depthTest={false} />
    </lineSegments>
  );
}
