import { Canvas, useThree } from '@react-three/fiber';
import { useLayoutEffect, useMemo, useRef } from 'react';
import {
  Color,
  ConeGeometry,
  CylinderGeometry,
  type InstancedMesh,
  Matrix4,
  PlaneGeometry,
  Quaternion,
  Shape,
  SphereGeometry,
  Vector3,
} from 'three';
import type { Relief } from '../../../core/ground/relief.ts';
import type { StandingView, ViewedBlock, ViewedCrowns } from '../../../core/effects/standing-view.ts';
import { hueOf } from '../../look/glyphs.ts';
import { useTokens } from '../../look/Look.tsx';

export interface Looking {
  /** Eye on the plane and its height, metres. */
  readonly eye: readonly [x: number, y: number, z: number];
  /** Degrees clockwise from north, and up. */
  readonly bearing: number;
  readonly tilt: number;
}

/** The holding from a standing point: plain shapes, each crown as dense as it is, under the sun of the hour. */
export function StandingScene({
  view,
  looking,
  sun,
  relief,
  label,
}: {
  view: StandingView;
  looking: Looking;
  sun: { readonly azimuth: number; readonly elevation: number } | null;
  relief: Relief | null;
  label: string;
}) {
  const tokens = useTokens();
  const light = useMemo(() => onSky(sun ?? { azimuth: 180, elevation: 45 }), [sun]);
  return (
    <Canvas
      frameloop="demand"
      dpr={1}
      gl={{ antialias: true }}
      role="img"
      aria-label={label}
      camera={{ fov: 62, near: 0.3, far: 1500 }}
    >
      <color attach="background" args={[sun ? '#DCE8EC' : '#B9C2C8']} />
      <ambientLight intensity={1.5} />
      <directionalLight position={light} intensity={sun ? 1.9 : 0.2} />
      <Eye looking={looking} />
      <Ground box={view.box} relief={relief} colour={tokens.goodWash} />
      {view.blocks.map((block, i) => (
        <Block key={i} block={block} colour={tokens.earth} />
      ))}
      {view.crowns.map((crowns, i) => (
        <Crowns key={i} crowns={crowns} />
      ))}
      {view.trees.map(({ at, ground, height, crown, evergreen }, i) => (
        <mesh key={i} position={[at[0], ground + height * 0.57, -at[1]]} scale={[crown / 2, height * 0.43, crown / 2]}>
          <sphereGeometry args={[1, 16, 12]} />
          <meshLambertMaterial color={evergreen ? tokens.pine : tokens.good} transparent opacity={0.85} />
        </mesh>
      ))}
    </Canvas>
  );
}

/** A direction of the sky as a place far off: three has y up and z to the south. */
const onSky = ({
  azimuth,
  elevation,
}: {
  readonly azimuth: number;
  readonly elevation: number;
}): [number, number, number] => {
  const [az, el] = [(azimuth * Math.PI) / 180, (elevation * Math.PI) / 180];
  return [500 * Math.sin(az) * Math.cos(el), 500 * Math.sin(el), -500 * Math.cos(az) * Math.cos(el)];
};

function Eye({ looking }: { looking: Looking }) {
  const camera = useThree((state) => state.camera);
  const invalidate = useThree((state) => state.invalidate);
  useLayoutEffect(() => {
    const [x, y, z] = looking.eye;
    camera.position.set(x, z, -y);
    const [tx, ty, tz] = onSky({ azimuth: looking.bearing, elevation: looking.tilt });
    camera.lookAt(x + tx, z + ty, -y + tz);
    invalidate();
  }, [camera, invalidate, looking]);
  return null;
}

const SIDE = 48;

function Ground({
  box: [west, south, east, north],
  relief,
  colour,
}: {
  box: StandingView['box'];
  relief: Relief | null;
  colour: string;
}) {
  const shape = useMemo(() => {
    const plane = new PlaneGeometry(east - west, north - south, SIDE, SIDE);
    const places = plane.attributes['position']!;
    const [mx, my] = [(west + east) / 2, (south + north) / 2];
    for (let k = 0; k < places.count; k++)
      places.setZ(k, relief?.heightAt([mx + places.getX(k), my + places.getY(k)]) ?? 0);
    plane.computeVertexNormals();
    return plane;
  }, [west, south, east, north, relief]);
  return (
    <mesh geometry={shape} rotation={[-Math.PI / 2, 0, 0]} position={[(west + east) / 2, 0, -(south + north) / 2]}>
      <meshLambertMaterial color={colour} />
    </mesh>
  );
}

function Block({ block: { ring, ground, height }, colour }: { block: ViewedBlock; colour: string }) {
  const shape = useMemo(() => {
    const outline = new Shape();
    ring.forEach(([x, y], k) => (k === 0 ? outline.moveTo(x, y) : outline.lineTo(x, y)));
    return outline;
  }, [ring]);
  return (
    <mesh rotation={[-Math.PI / 2, 0, 0]} position={[0, ground, 0]}>
      <extrudeGeometry args={[shape, { depth: height, bevelEnabled: false }]} />
      <meshLambertMaterial color={colour} />
    </mesh>
  );
}

const UPRIGHT = new Quaternion();
const GEOMETRY = {
  ellipsoid: () => new SphereGeometry(1, 12, 9),
  paraboloid: () => new SphereGeometry(1, 12, 9),
  cone: () => new ConeGeometry(1, 2, 12),
  cylinder: () => new CylinderGeometry(1, 1, 2, 12),
};
/** A stem is a fiftieth as thick as the plant is high. */
const STEM = 0.01;

/** Plants that are alike, drawn in one stroke each for crowns and stems. */
function Crowns({ crowns: { species, shape, at, height, base, radius, hides } }: { crowns: ViewedCrowns }) {
  const crown = useMemo(() => GEOMETRY[shape](), [shape]);
  const stem = useMemo(() => new CylinderGeometry(0.6, 1, 1, 5), []);
  const crowns = useRef<InstancedMesh>(null);
  const stems = useRef<InstancedMesh>(null);
  const invalidate = useThree((state) => state.invalidate);
  const count = at.length / 3;
  useLayoutEffect(() => {
    const matrix = new Matrix4();
    const half = (height - base) / 2;
    for (let k = 0; k < count; k++) {
      const [x, y, ground] = [at[3 * k]!, at[3 * k + 1]!, at[3 * k + 2]!];
      crowns.current!.setMatrixAt(
        k,
        matrix.compose(new Vector3(x, ground + base + half, -y), UPRIGHT, new Vector3(radius, half, radius)),
      );
      const tall = base + half;
      stems.current!.setMatrixAt(
        k,
        matrix.compose(new Vector3(x, ground + tall / 2, -y), UPRIGHT, new Vector3(height * STEM, tall, height * STEM)),
      );
    }
    for (const { current } of [crowns, stems]) {
      current!.instanceMatrix.needsUpdate = true;
      current!.computeBoundingSphere();
    }
    invalidate();
  }, [at, base, count, height, radius, invalidate]);
  return (
    <>
      <instancedMesh ref={stems} args={[stem, undefined, count]}>
        <meshLambertMaterial color="#5C5346" />
      </instancedMesh>
      <instancedMesh ref={crowns} args={[crown, undefined, count]}>
        <meshLambertMaterial
          color={leafColour(species)}
          transparent
          opacity={Math.max(0.08, hides)}
          depthWrite={hides > 0.6}
        />
      </instancedMesh>
    </>
  );
}

/** The species' own hue, drawn towards leaf green so that a view is no chart. */
const leafColour = (species: string): Color => new Color(hueOf(species)).lerp(new Color('#5B7F3A'), 0.55);
