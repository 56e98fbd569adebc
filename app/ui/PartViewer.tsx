import { Canvas, useThree } from "@react-three/fiber";
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from "react";
import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  EdgesGeometry,
  Euler,
  Matrix4,
  MeshLambertMaterial,
  Plane,
  Vector3,
} from "three";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { MatGrid } from "#ui/MatGrid";

/** Edges are drawn for meshes up to this size; beyond it their chalk lines would only be a haze. */
const EDGES_UP_TO = 60_000;
/** Drawn at most: the plan measures all of a mesh, the eye needs no more than this. */
const DRAWN_UP_TO = 1_500_000;
/** Share of the shorter side that the part reaches from the middle. */
const FILLS = 0.47;
/** A pick is drawn to corners and edges this near, px. */
const SNAP_PX = 9;

type Point = readonly [number, number, number];
/** A cut square to an axis, at a share of the part's size along it; what lies beyond is left out. */
export type Section = { readonly axis: 0 | 1 | 2; readonly share: number };
/** A line of sight through the picture, in the file's units, and how far a pick is drawn. */
export type Sight = { readonly origin: Point; readonly direction: Point; readonly within: number };

type Shape = {
  faces: BufferGeometry;
  edges: BufferGeometry | null;
  reach: number;
  middle: Point;
  size: Point;
};

function shapeOf(soup: TriangleSoup): Shape {
  const triangles = soup.corners.length / 9;
  const every = Math.ceil(triangles / DRAWN_UP_TO);
  const corners = new Float32Array(Math.floor(triangles / every) * 9);
  const from = soup.corners;
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < corners.length; i++) {
    const value = from[every === 1 ? i : Math.floor(i / 9) * every * 9 + (i % 9)]!;
    const axis = i % 3;
    corners[i] = value;
    if (value < min[axis]!) min[axis] = value;
    if (value > max[axis]!) max[axis] = value;
  }
  const middle: Point = [(min[0]! + max[0]!) / 2, (min[1]! + max[1]!) / 2, (min[2]! + max[2]!) / 2];
  const size: Point = [max[0]! - min[0]!, max[1]! - min[1]!, max[2]! - min[2]!];
  const reach = Math.hypot(...size) / 2 || 1;
  for (let i = 0; i < corners.length; i++) corners[i] = (corners[i]! - middle[i % 3]!) / reach;
  const faces = new BufferGeometry();
  // Without normals: the faces are shaded flat, from what is drawn.
  faces.setAttribute("position", new BufferAttribute(corners, 3));
  faces.setAttribute("marked", new BufferAttribute(new Float32Array(corners.length / 3), 1));
  return {
    faces,
    edges: triangles <= EDGES_UP_TO ? new EdgesGeometry(faces, 25) : null,
    reach,
    middle,
    size,
  };
}

/** Marked faces are hatched across the screen; lines of equal height stand at every `uEvery`, 0 for none. */
function hatched(): MeshLambertMaterial {
  const material = new MeshLambertMaterial({
    color: "#9fb3ad",
    flatShading: true,
    side: DoubleSide,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });
  const uEvery = (material.userData.every = { value: 0 });
  material.onBeforeCompile = (shader) => {
    shader.uniforms.uEvery = uEvery;
    shader.uniforms.uHatch = { value: new Vector3(0.96, 0.77, 0.18) };
    shader.vertexShader = `attribute float marked;\nvarying float vMarked;\nvarying float vHeight;\n${shader.vertexShader.replace("#include <begin_vertex>", "#include <begin_vertex>\n vMarked = marked; vHeight = position.z;")}`;
    shader.fragmentShader = `uniform float uEvery;\nuniform vec3 uHatch;\nvarying float vMarked;\nvarying float vHeight;\n${shader.fragmentShader.replace(
      "#include <color_fragment>",
      `#include <color_fragment>
      if (vMarked > 0.5) diffuseColor.rgb = mod(gl_FragCoord.x + gl_FragCoord.y, 9.0) < 4.0 ? uHatch : mix(diffuseColor.rgb, uHatch, 0.35);
      if (uEvery > 0.0) { float h = vHeight / uEvery; float line = abs(fract(h - 0.5) - 0.5) / max(fwidth(h), 1e-6); if (line < 0.9) diffuseColor.rgb *= 0.35; }`,
    )}`;
  };
  return material;
}

/** How the part is turned, and how many pixels its reach takes. */
type Turn = { around: number; up: number; near: number };

/** From the part's own frame, middle at 0 and reach 1, to the picture's, in pixels from its middle. */
const matrixOf = (turn: Turn) =>
  new Matrix4()
    .makeRotationFromEuler(new Euler(-Math.PI / 2 + turn.up, 0, 0))
    .scale(new Vector3(turn.near, turn.near, turn.near))
    .multiply(new Matrix4().makeRotationZ(turn.around));

/** The cut in the picture's frame, where clipping is done. `size` along the axis in the part's own frame. */
function planeOf(section: Section, size: number, turn: Turn): Plane {
  const normal = new Vector3(
    ...([0, 1, 2].map((k) => (k === section.axis ? -1 : 0)) as [number, number, number]),
  );
  return new Plane(normal, (section.share - 0.5) * size).applyMatrix4(matrixOf(turn));
}

function Model({
  shape,
  turn,
  marked,
  lines,
  section,
  heightEvery,
  picks,
}: {
  shape: Shape;
  turn: Turn;
  marked: Uint8Array | null;
  lines: Float32Array | null;
  section: Section | null;
  heightEvery: number;
  picks: readonly Point[];
}) {
  const { faces, edges, reach, middle, size } = shape;
  const { invalidate } = useThree();
  const material = useMemo(() => hatched(), []);
  const planes = useMemo(
    () => (section ? [planeOf(section, size[section.axis]! / reach, turn)] : []),
    [section, size, reach, turn],
  );
  const local = (p: Point) => p.map((v, k) => (v - middle[k]!) / reach) as [number, number, number];
  const open = useMemo(() => {
    if (!lines || lines.length === 0) return null;
    const geometry = new BufferGeometry();
    geometry.setAttribute(
      "position",
      new BufferAttribute(
        lines.map((v, i) => (v - middle[i % 3]!) / reach),
        3,
      ),
    );
    return geometry;
  }, [lines, middle, reach]);
  useEffect(() => {
    const attribute = faces.getAttribute("marked") as BufferAttribute;
    const drawn = attribute.count / 3;
    const every = marked ? Math.max(1, Math.ceil(marked.length / drawn)) : 1;
    for (let f = 0; f < drawn; f++) {
      const on = marked?.[f * every] ?? 0;
      for (let k = 0; k < 3; k++) attribute.setX(3 * f + k, on);
    }
    attribute.needsUpdate = true;
    invalidate();
  }, [faces, marked, invalidate]);
  useEffect(() => {
    invalidate();
  }, [turn, planes, heightEvery, invalidate]);
  useEffect(
    () => () => {
      faces.dispose();
      edges?.dispose();
      material.dispose();
    },
    [faces, edges, material],
  );
  const dot = 4 / turn.near;
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
        {open && (
          <lineSegments geometry={open} renderOrder={2}>
            <lineBasicMaterial color="#ff7a59" depthTest={false} />
          </lineSegments>
        )}
        {picks.map((p, i) => (
          <mesh key={i} position={local(p)} renderOrder={3}>
            <sphereGeometry args={[dot, 12, 8]} />
            <meshBasicMaterial color="#f5c52e" depthTest={false} />
          </mesh>
        ))}
        {picks.length === 2 && <PickLine from={local(picks[0]!)} to={local(picks[1]!)} />}
      </group>
    </group>
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

const START: Turn = { around: 0.6, up: 0.45, near: 1 };
const views: Record<string, Turn> = {
  "1": { around: 0, up: 0, near: 1 },
  "2": { around: -Math.PI / 2, up: 0, near: 1 },
  "3": { around: 0, up: Math.PI / 2, near: 1 },
};

/**
 * One part on the mat. Turned by drag or arrow keys, nearer and further by wheel or plus and minus, framed by
 * Home; 1, 2
 * and 3 look from the front, the side and above. `mmPerUnit` is what a unit of the file is on the bench.
 * While picking, a tap picks, and Enter picks what is under the cross.
 */
export function PartViewer({
  soup,
  label,
  mmPerUnit,
  marked = null,
  lines = null,
  section = null,
  heightEvery = 0,
  picks = [],
  onPick,
}: {
  soup: TriangleSoup;
  label: string;
  mmPerUnit: number;
  marked?: Uint8Array | null;
  lines?: Float32Array | null;
  section?: Section | null;
  heightEvery?: number;
  picks?: readonly Point[];
  onPick?: (sight: Sight) => void;
}) {
  const shape = useMemo(() => shapeOf(soup), [soup]);
  const [view, setTurn] = useState(START);
  const [unitPx, setUnitPx] = useState(150);
  const turn = useMemo(() => ({ ...view, near: view.near * unitPx }), [view, unitPx]);
  const drag = useRef<{ x: number; y: number; moved: number } | null>(null);
  const area = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const resized = new ResizeObserver(([entry]) =>
      setUnitPx(FILLS * Math.min(entry!.contentRect.width, entry!.contentRect.height)),
    );
    resized.observe(area.current!);
    return () => resized.disconnect();
  }, []);
  const by = (around: number, up: number, near = 1) =>
    setTurn((t) => ({
      around: t.around + around,
      up: Math.max(-1.5, Math.min(1.58, t.up + up)),
      near: Math.max(0.3, Math.min(20, t.near * near)),
    }));
  const sightAt = (clientX: number, clientY: number): Sight => {
    const box = area.current!.getBoundingClientRect();
    const inverse = matrixOf(turn).invert();
    const x = clientX - box.left - box.width / 2;
    const y = -(clientY - box.top - box.height / 2);
    const from = new Vector3(x, y, 2 * turn.near).applyMatrix4(inverse);
    const to = new Vector3(x, y, -2 * turn.near).applyMatrix4(inverse);
    const { reach, middle } = shape;
    const file = (v: Vector3): Point => [
      v.x * reach + middle[0],
      v.y * reach + middle[1],
      v.z * reach + middle[2],
    ];
    const direction = to.clone().sub(from).normalize();
    return {
      origin: file(from),
      direction: [direction.x, direction.y, direction.z],
      within: (SNAP_PX / turn.near) * reach,
    };
  };
  const pickMiddle = () => {
    const box = area.current!.getBoundingClientRect();
    onPick?.(sightAt(box.left + box.width / 2, box.top + box.height / 2));
  };
  const onKey = (event: KeyboardEvent) => {
    const moves: Record<string, () => void> = {
      ArrowLeft: () => by(-0.15, 0),
      ArrowRight: () => by(0.15, 0),
      ArrowUp: () => by(0, -0.12),
      ArrowDown: () => by(0, 0.12),
      "+": () => by(0, 0, 1.2),
      "-": () => by(0, 0, 1 / 1.2),
      Home: () => setTurn(START),
      ...(onPick ? { Enter: pickMiddle } : {}),
    };
    const move = moves[event.key] ?? (views[event.key] ? () => setTurn(views[event.key]!) : undefined);
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    move();
  };
  return (
    <div
      ref={area}
      role="application"
      aria-label={label}
      tabIndex={0}
      className={`relative h-[46vh] min-h-64 touch-none ${onPick ? "cursor-crosshair" : "cursor-grab"}`}
      onKeyDown={onKey}
      onPointerDown={(e: PointerEvent<HTMLDivElement>) => {
        drag.current = { x: e.clientX, y: e.clientY, moved: 0 };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e: PointerEvent<HTMLDivElement>) => {
        const d = drag.current;
        if (!d) return;
        by((e.clientX - d.x) * 0.01, (e.clientY - d.y) * 0.01);
        drag.current = {
          x: e.clientX,
          y: e.clientY,
          moved: d.moved + Math.abs(e.clientX - d.x) + Math.abs(e.clientY - d.y),
        };
      }}
      onPointerUp={(e: PointerEvent<HTMLDivElement>) => {
        if (drag.current && drag.current.moved < 4) onPick?.(sightAt(e.clientX, e.clientY));
        drag.current = null;
      }}
      onWheel={(e) => by(0, 0, e.deltaY < 0 ? 1.1 : 1 / 1.1)}
    >
      <MatGrid pxPerMm={turn.near / (shape.reach * mmPerUnit)} origin={["50%", "50%"]} />
      <Canvas
        frameloop="demand"
        orthographic
        camera={{ position: [0, 0, 20_000], zoom: 1, near: 1, far: 40_000 }}
        dpr={[1, 2]}
        gl={{ antialias: true, alpha: true, preserveDrawingBuffer: true }}
        onCreated={({ gl }) => Object.assign(gl, { localClippingEnabled: true })}
      >
        <ambientLight intensity={0.9} />
        <directionalLight position={[-3, 5, 6]} intensity={2} />
        <Model
          shape={shape}
          turn={turn}
          marked={marked}
          lines={lines}
          section={section}
          heightEvery={heightEvery}
          picks={picks}
        />
      </Canvas>
      {onPick && (
        <span
          aria-hidden
          className="pointer-events-none absolute top-1/2 left-1/2 -translate-x-1/2 -translate-y-1/2 text-[26px] leading-none text-tape"
        >
          +
        </span>
      )}
    </div>
  );
}
