import type { State } from '@sable/core';
import { poseOf, type Convex } from '@sable/core/geometry';
import { tubeOnce } from '@sable/core/questions/fit';
import { Canvas, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import {
  BufferGeometry,
  Color,
  Float32BufferAttribute,
  Group,
  MathUtils,
  Matrix4,
  PerspectiveCamera,
  Vector3,
} from 'three';
import { ConvexGeometry } from 'three/examples/jsm/geometries/ConvexGeometry.js';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { type Ghost, useStanding } from './ViewPane.tsx';
import type { LiveFit } from './live.ts';
import css from './fit.module.css';

/** Metres keep the depth buffer and the controls in their usual range. */
const M = 0.001;

function geometryOf(convex: Convex): BufferGeometry {
  const v = convex.vertices;
  const points: Vector3[] = [];
  for (let i = 0; i < v.length; i += 3) points.push(new Vector3(v[i]! * M, v[i + 1]! * M, v[i + 2]! * M));
  return new ConvexGeometry(points);
}

/** A colour of the page, as it is in day or night. */
const colourOf = (css: string): string => {
  const name = /^var\((--[\w-]+)\)$/.exec(css)?.[1];
  return name ? getComputedStyle(document.documentElement).getPropertyValue(name).trim() : css;
};

const stateColour = (state: State | undefined, otherwise: string): Color =>
  new Color(colourOf(state === 'blocked' ? 'var(--blocked)' : state === 'tight' ? 'var(--tight)' : otherwise));

/** Turning with the pointer or keys, whole turn about the upright axis of the car. */
function Controls({ about }: { about: readonly [number, number, number] }) {
  const { camera, gl, invalidate } = useThree();
  useEffect(() => {
    const controls = new OrbitControls(camera, gl.domElement);
    controls.target.set(...about);
    controls.maxDistance = 8;
    controls.minDistance = 0.4;
    controls.listenToKeyEvents(gl.domElement);
    controls.addEventListener('change', () => invalidate());
    controls.update();
    invalidate();
    return () => controls.dispose();
  }, [camera, gl, invalidate, about]);
  return null;
}

function Train({ live, colour }: { live: LiveFit; colour: string }) {
  const { placement, states } = useStanding(live);
  const { invalidate } = useThree();
  const group = useRef<Group>(null);
  const shapes = useMemo(
    () => live.solids.map(({ solid, convex }) => ({ id: solid.id, geometry: geometryOf(convex) })),
    [live],
  );
  useEffect(() => {
    const { at, turned: t } = poseOf(placement);
    group.current?.matrix.copy(
      new Matrix4().set(
        t[0][0],
        t[0][1],
        t[0][2],
        at[0] * M,
        t[1][0],
        t[1][1],
        t[1][2],
        at[1] * M,
        t[2][0],
        t[2][1],
        t[2][2],
        at[2] * M,
        0,
        0,
        0,
        1,
      ),
    );
    invalidate();
  }, [placement, invalidate]);
  return (
    <group ref={group} matrixAutoUpdate={false}>
      {shapes.map((s) => (
        <mesh key={s.id} geometry={s.geometry}>
          <meshStandardMaterial
            color={stateColour(states.get(s.id) === 'blocked' ? 'blocked' : undefined, colour)}
            roughness={0.75}
          />
        </mesh>
      ))}
    </group>
  );
}

function Bodies({ live }: { live: LiveFit }) {
  const { states } = useStanding(live);
  const shapes = useMemo(
    () =>
      live.bay
        .filter((b) => b.obstacle.role !== 'ground line' && b.obstacle.role !== 'reach zone')
        .map((b) => ({
          id: b.obstacle.id,
          thin: b.obstacle.role === 'bonnet' || b.obstacle.role === 'inner wing' || b.obstacle.role === 'boot wall',
          geometry: geometryOf(b.convex),
        })),
    [live],
  );
  return (
    <group>
      {shapes.map((s) => {
        const state = states.get(s.id);
        return (
          <mesh key={s.id} geometry={s.geometry}>
            <meshStandardMaterial
              color={stateColour(state, 'var(--obstacle-edge)')}
              transparent
              opacity={(s.thin ? 0.14 : 0.36) + (state === 'blocked' || state === 'tight' ? 0.14 : 0)}
              depthWrite={false}
              roughness={0.9}
            />
          </mesh>
        );
      })}
    </group>
  );
}

/** The tightest gaps as lines from face to face. */
function Witnesses({ live }: { live: LiveFit }) {
  const { gaps } = useStanding(live);
  const geometry = useMemo(() => {
    const g = new BufferGeometry();
    const points = gaps.slice(0, 8).flatMap((p) => [...p.witnessPart, ...p.witnessObstacle].map((v) => v * M));
    g.setAttribute('position', new Float32BufferAttribute(points, 3));
    return g;
  }, [gaps]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return (
    <lineSegments geometry={geometry} renderOrder={5}>
      <lineBasicMaterial color={colourOf('var(--ink)')} depthTest={false} />
    </lineSegments>
  );
}

function Wires({ shapes, colour }: { shapes: readonly { id: string; geometry: BufferGeometry }[]; colour: string }) {
  return (
    <group>
      {shapes.map((s) => (
        <mesh key={s.id} geometry={s.geometry}>
          <meshBasicMaterial color={colourOf(colour)} wireframe transparent opacity={0.35} />
        </mesh>
      ))}
    </group>
  );
}

/** The bay and the powertrain in space, to be looked at from anywhere; drawn anew only when something moves. */
export function Bay3D({
  live,
  colour,
  ghost,
  box,
}: {
  live: LiveFit;
  colour: string;
  ghost: readonly Ghost[];
  box: readonly number[];
}) {
  const about = useMemo<[number, number, number]>(
    () => [((box[0]! + box[3]!) / 2) * M, ((box[1]! + box[4]!) / 2) * M, ((box[2]! + box[5]!) / 2) * M],
    [box],
  );
  const camera = useMemo(() => {
    const c = new PerspectiveCamera(38, 1, 0.05, 40);
    c.up.set(0, 0, 1);
    c.position.set(about[0] + 1.9, about[1] + 1.7, about[2] + 1.25);
    return c;
  }, [about]);
  const ghosts = useMemo(() => ghost.map((g) => ({ id: g.id, geometry: geometryOf(g.convex) })), [ghost]);
  const routes = useMemo(
    () =>
      (live.subject.candidate.routes ?? []).flatMap((r) =>
        tubeOnce(r).pieces.map((piece, i) => ({ id: `${r.id}-${i}`, geometry: geometryOf(piece) })),
      ),
    [live],
  );
  return (
    <div className={css['bay3d']} role="img" aria-label="3D view of bay and powertrain; drag to rotate, scroll to zoom">
      <Canvas frameloop="demand" camera={camera} dpr={[1, 2]} gl={{ antialias: true }}>
        <ambientLight intensity={1.4} />
        <directionalLight position={[3, 2, 6]} intensity={2.2} />
        <directionalLight position={[-4, -3, 2]} intensity={0.8} />
        <Bodies live={live} />
        <Train live={live} colour={colour} />
        <Witnesses live={live} />
        {ghosts.length > 0 && <Wires shapes={ghosts} colour="var(--ink)" />}
        {routes.length > 0 && <Wires shapes={routes} colour="var(--tight)" />}
        <gridHelper
          args={[4, 40, colourOf('var(--line)'), colourOf('var(--line)')]}
          rotation={[MathUtils.degToRad(90), 0, 0]}
        />
        <Controls about={about} />
      </Canvas>
    </div>
  );
}
