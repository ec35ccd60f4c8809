import type { V3 } from '@sable/core/geometry';
import type { Wrapped } from '@sable/core/geometry/scan';
import { Canvas, useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { BufferGeometry, DoubleSide, Float32BufferAttribute, PerspectiveCamera, Vector3 } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { ConvexGeometry } from 'three/examples/jsm/geometries/ConvexGeometry.js';

const M = 0.001;
const INK = ['#b0281f', '#14724f', '#2c3e91'] as const;

function Controls({ about }: { about: Vector3 }) {
  const { camera, gl, invalidate } = useThree();
  useEffect(() => {
    const controls = new OrbitControls(camera, gl.domElement);
    controls.target.copy(about);
    controls.addEventListener('change', () => invalidate());
    controls.update();
    return () => controls.dispose();
  }, [camera, gl, invalidate, about]);
  return null;
}

/** The scan in space with the pieces that wrap it; a click on it picks a point. */
export function ScanView({
  shown,
  low,
  high,
  wrapped,
  picked,
  chosen,
  missed,
  onPick,
  onPiece,
}: {
  shown: Float32Array;
  low: readonly number[];
  high: readonly number[];
  wrapped: Wrapped | undefined;
  picked: readonly V3[];
  chosen: number | undefined;
  /** Pieces that stand off by more show where. */
  missed: number | undefined;
  /** Undefined while a click finds a piece. */
  onPick: ((p: V3) => void) | undefined;
  onPiece: (piece: number) => void;
}) {
  const geometry = useMemo(() => {
    const g = new BufferGeometry();
    g.setAttribute(
      'position',
      new Float32BufferAttribute(
        shown.map((v) => v * M),
        3,
      ),
    );
    g.computeVertexNormals();
    return g;
  }, [shown]);
  const pieces = useMemo(
    () =>
      (wrapped?.pieces ?? []).map(
        (p) => new ConvexGeometry(p.verticesMm.map(([x, y, z]) => new Vector3(x * M, y * M, z * M))),
      ),
    [wrapped],
  );
  const about = useMemo(() => new Vector3(...low.map((v, k) => ((v + high[k]!) / 2) * M)), [low, high]);
  const size = Math.hypot(...low.map((v, k) => (high[k]! - v) * M));
  const camera = useMemo(() => {
    const c = new PerspectiveCamera(38, 1, 0.01, 100);
    c.up.set(0, 0, 1);
    c.position.set(about.x + size * 0.9, about.y - size * 0.9, about.z + size * 0.6);
    return c;
  }, [about, size]);
  return (
    <Canvas frameloop="demand" camera={camera}>
      <ambientLight intensity={1.5} />
      <directionalLight position={[3, -2, 6]} intensity={2} />
      <mesh
        geometry={geometry}
        onClick={(e) => {
          if (!onPick) return;
          e.stopPropagation();
          onPick([e.point.x / M, e.point.y / M, e.point.z / M]);
        }}
      >
        <meshStandardMaterial color="#9a9e96" side={DoubleSide} roughness={0.9} />
      </mesh>
      {pieces.map((g, i) => (
        <group key={i}>
          <mesh
            geometry={g}
            onClick={(e) => {
              if (onPick) return;
              e.stopPropagation();
              onPiece(i);
            }}
          >
            <meshBasicMaterial
              color="#0b6aa2"
              transparent
              opacity={i === chosen ? 0.4 : 0}
              depthWrite={false}
              depthTest={false}
            />
          </mesh>
          <mesh geometry={g} raycast={() => undefined}>
            <meshBasicMaterial color={i === chosen ? '#0b6aa2' : '#2c3e91'} wireframe transparent opacity={0.35} />
          </mesh>
        </group>
      ))}
      {missed !== undefined &&
        wrapped?.pieces
          .filter((p) => p.standsOffMm > missed)
          .map((p, i) => (
            <mesh key={i} position={[p.standsOffAtMm[0] * M, p.standsOffAtMm[1] * M, p.standsOffAtMm[2] * M]}>
              <sphereGeometry args={[size * 0.008, 12, 8]} />
              <meshBasicMaterial color="#b0281f" />
            </mesh>
          ))}
      {picked.map((p, i) => (
        <mesh key={i} position={[p[0] * M, p[1] * M, p[2] * M]}>
          <sphereGeometry args={[size * 0.012, 16, 12]} />
          <meshBasicMaterial color={INK[i]!} />
        </mesh>
      ))}
      <Controls about={about} />
    </Canvas>
  );
}
