import { demo } from './holdings.ts';
import { litShare, sunGrid, sunHoursInto, sunScene } from '../../src/core/sun/map.ts';
import { daySuns, inLeaf } from '../../src/core/sun/sun.ts';
import { line, type Line } from './tell.ts';

/** A year's sun over the demo's 3 ha at 1 m: against asking every caster for every cell and sun, and how it grows with the cells. */
export function sunMap(): Line[] {
  const lines: Line[] = [];
  const scene = sunScene(demo);
  const box = [-136, -65, 136, 67] as const;
  const year = (finest: number) => {
    const grid = sunGrid(box, { finest, most: 1e6 });
    const hours = new Float32Array(grid.nx * grid.ny);
    const start = performance.now();
    for (let month = 1; month <= 12; month++) sunHoursInto(hours, scene, grid, { month, stepMinutes: 20 });
    return { ms: performance.now() - start, grid };
  };
  year(4);
  const [coarse, fine] = [year(2), year(1)];
  const { grid } = fine;
  const cells = grid.nx * grid.ny;
  const every = 211; // a sample of the cells stands for all: the plain way costs the same for each
  const start = performance.now();
  for (let at = 0; at < cells; at += every)
    for (let month = 1; month <= 12; month++)
      for (const sun of daySuns(demo.place, { month, stepMinutes: 20 })) {
        const p = [
          grid.west + ((at % grid.nx) + 0.5) * grid.cell,
          grid.south + (Math.floor(at / grid.nx) + 0.5) * grid.cell,
        ] as const;
        litShare(scene, p, (scene.relief!.heightAt(p) ?? 0) + 1, sun, inLeaf(month, demo.place.latitude));
      }
  const plain = (performance.now() - start) * every;
  lines.push(
    line(
      `a year of sun over ${cells.toLocaleString('en')} cells of 1 m, plain way over fast`,
      `${(plain / fine.ms).toFixed(0)} times (${(fine.ms / 1000).toFixed(1)} s)`,
      'at least 8 times',
      plain / fine.ms >= 8,
    ),
  );
  lines.push(
    line(
      'the same at four times the cells',
      `${(fine.ms / coarse.ms).toFixed(1)} times`,
      'at most 6 times',
      fine.ms / coarse.ms <= 6,
    ),
  );
  return lines;
}
