import { Canvas, useThree } from "@react-three/fiber";
import { useEffect, useMemo } from "react";
import { BufferAttribute, type BufferGeometry } from "three";
import type { Vec3 } from "#core/mesh/pose";
import { lookMaterial, type LookLight, type LookOf, setLook } from "./lookMaterial";
import { inPart, type Shape, type Turn } from "./partShape";

type Props = {
  readonly shape: Shape;
  readonly turn: Turn;
  /** Depth left on every face of what is treated, mm. */
  readonly left: Float32Array | null;
  readonly by: LookOf["by"];
  readonly build: Vec3;
  readonly mmPerUnit: number;
  readonly light: LookLight;
  /** What is treated is drawn left of this, as a share of the width. */
  readonly divide: number;
  /** The point of the picture that is its middle, px to the right and up. */
  readonly centre?: readonly [x: number, y: number];
};

/** One part as it will look: its layer lines at their true spacing and contrast, lit from one lamp, on grey card. */
export function LookView(props: Props) {
  return (
    <Canvas
      frameloop="demand"
      orthographic
      camera={{ position: [0, 0, 20_000], zoom: 1, near: 1, far: 40_000 }}
      dpr={[1, 2]}
      gl={{ antialias: true, alpha: true, preserveDrawingBuffer: true }}
    >
      <Printed {...props} />
    </Canvas>
  );
}

function Printed({ shape, turn, left, by, build, mmPerUnit, light, divide, centre = [0, 0] }: Props) {
  const { invalidate, gl } = useThree();
  const material = useMemo(() => lookMaterial(), []);
  const faces = useMemo(() => withNormals(shape.faces), [shape]);
  // Looked for once: a lamp that is dragged waits for no mesh.
  const lowest = useMemo(() => lowestAlong(faces, build), [faces, build]);
  useEffect(() => {
    const count = faces.getAttribute("position").count;
    faces.setAttribute("left", new BufferAttribute(cornerValues(left, count), 1));
    invalidate();
  }, [faces, left, invalidate]);
  useEffect(() => {
    setLook(material, {
      ...{ by, build, mm: shape.reach * mmPerUnit, lowest },
      view: inPart(turn, [0, 0, 1]),
      light: { ...light, toward: inPart(turn, light.toward) },
      divide: divide * gl.domElement.width,
    });
    invalidate();
  }, [material, lowest, by, build, shape, mmPerUnit, turn, light, divide, gl, invalidate]);
  useEffect(() => () => material.dispose(), [material]);
  return (
    <group position={[-centre[0], -centre[1], 0]}>
      <group rotation={[-Math.PI / 2 + turn.up, 0, 0]} scale={turn.near}>
        <group rotation={[0, 0, turn.around]}>
          <mesh geometry={faces} material={material} />
        </group>
      </group>
    </group>
  );
}

/** Flat normals, a face's own at each of its corners. */
function withNormals(faces: BufferGeometry): BufferGeometry {
  if (!faces.getAttribute("normal")) faces.computeVertexNormals();
  return faces;
}

/** As printed where nothing is told. */
const AS_PRINTED = 1e6;

function cornerValues(left: Float32Array | null, corners: number): Float32Array {
  const values = new Float32Array(corners).fill(AS_PRINTED);
  if (!left) return values;
  const every = Math.max(1, Math.ceil((3 * left.length) / corners));
  for (let c = 0; c < corners; c++) values[c] = left[Math.floor(c / 3) * every] ?? AS_PRINTED;
  return values;
}

function lowestAlong(faces: BufferGeometry, build: Vec3): number {
  const { array } = faces.getAttribute("position");
  let lowest = Infinity;
  for (let i = 0; i < array.length; i += 3)
    lowest = Math.min(lowest, array[i]! * build[0] + array[i + 1]! * build[1] + array[i + 2]! * build[2]);
  return Number.isFinite(lowest) ? lowest : 0;
}
