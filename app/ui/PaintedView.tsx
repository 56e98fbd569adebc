import { Canvas, useThree } from "@react-three/fiber";
import { useEffect, useMemo } from "react";
import { BufferAttribute, BufferGeometry } from "three";
import type { Vec3 } from "#core/mesh/pose";
import { inPart, type Turn } from "./partShape";
import { paintedMaterial, type PaintedLight, setFaces, setLight } from "./paintedMaterial";

/** A surface to be drawn: its middle at 0 and its reach 1. */
export type PaintedShape = { readonly faces: BufferGeometry; readonly reachMm: number };

/** @param corners nine numbers a face, mm on the bench */
export function paintedShape(corners: Float32Array): PaintedShape {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  for (let i = 0; i < corners.length; i++) {
    const v = corners[i]!;
    if (v < min[i % 3]!) min[i % 3] = v;
    if (v > max[i % 3]!) max[i % 3] = v;
  }
  const reachMm = Math.hypot(max[0]! - min[0]!, max[1]! - min[1]!, max[2]! - min[2]!) / 2 || 1;
  const middle = min.map((v, k) => (v + max[k]!) / 2);
  const drawn = new Float32Array(corners.length);
  for (let i = 0; i < corners.length; i++) drawn[i] = (corners[i]! - middle[i % 3]!) / reachMm;
  const faces = new BufferGeometry();
  faces.setAttribute("position", new BufferAttribute(drawn, 3));
  return { faces, reachMm };
}

type Props = {
  readonly shape: PaintedShape;
  readonly turn: Turn;
  /** Four bytes a face: red, green, blue of sRGB, and its sheen. */
  readonly faces: Uint8Array;
  /** Towards the lamp, in the picture: to the right, up, to the viewer. */
  readonly toward: Vec3;
  readonly ambient: number;
  readonly isFlat: boolean;
  readonly isWet: boolean;
};

/** A painted part under one lamp, or unlit in the plain numbers of its mixes. */
export function PaintedView(props: Props) {
  return (
    <Canvas
      frameloop="demand"
      orthographic
      flat
      camera={{ position: [0, 0, 20_000], zoom: 1, near: 1, far: 40_000 }}
      dpr={[1, 2]}
      gl={{ antialias: true, alpha: true, preserveDrawingBuffer: true }}
    >
      <Painted {...props} />
    </Canvas>
  );
}

function Painted({ shape, turn, faces, toward, ambient, isFlat, isWet }: Props) {
  const { invalidate } = useThree();
  const material = useMemo(() => paintedMaterial(), []);
  useEffect(() => {
    setFaces(material, faces);
    invalidate();
  }, [material, faces, invalidate]);
  useEffect(() => {
    const light: PaintedLight = {
      ...{ ambient, isFlat, isWet },
      toward: inPart(turn, toward),
      view: inPart(turn, [0, 0, 1]),
    };
    setLight(material, light);
    invalidate();
  }, [material, turn, toward, ambient, isFlat, isWet, invalidate]);
  useEffect(() => () => material.dispose(), [material]);
  useEffect(() => () => shape.faces.dispose(), [shape]);
  return (
    <group rotation={[-Math.PI / 2 + turn.up, 0, 0]} scale={turn.near}>
      <group rotation={[0, 0, turn.around]}>
        <mesh geometry={shape.faces} material={material} />
      </group>
    </group>
  );
}
