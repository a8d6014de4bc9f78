import express from 'express';
import { once } from 'node:events';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ClimateAnswer, MarkingAnswer, MarkingReceipt, SoilAnswer, TerrainAnswer } from '../../core/ground/standins.ts';
import { windsWorthStopping } from '../../core/ground/wind.ts';
import { standins } from './routes.ts';

let server: Server;
let clock = 0;
const box = 'latitude=52.1&longitude=-20&west=-130&south=-60&east=130&north=60';
const ask = async (path: string, init?: RequestInit) => {
  const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/${path}`, init);
  return { status: response.status, json: (await response.json()) as unknown };
};
const request = (services: unknown) =>
  ask('marking', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ services }),
  });

beforeAll(async () => {
  server = express()
    .use(standins({ markingSeconds: 20, now: () => clock }))
    .listen(0, '127.0.0.1');
  await once(server, 'listening');
});
afterAll(() => void server.close());

describe('the simulated services', () => {
  it('answer what their schemas take, say that they are simulated, and the same for the same place', async () => {
    const climate = ClimateAnswer.parse((await ask('climate?latitude=52.1&longitude=-20')).json);
    expect(climate.simulated).toBe(true);
    expect(windsWorthStopping(climate.rose!)[0]!.season).toBe('winter');
    for (const season of Object.values(climate.rose!))
      expect(season.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1);
    const terrain = TerrainAnswer.parse((await ask(`terrain?${box}`)).json);
    expect(terrain.simulated).toBe(true);
    expect((await ask(`terrain?${box}`)).json).toEqual(terrain);
    expect((await ask(`terrain?${box.replace('52.1', '51.3')}`)).json).not.toEqual(terrain);
    expect(SoilAnswer.parse((await ask(`soil?${box}`)).json).zones).toHaveLength(2);
  });
  it('turn the seasons round in the south', async () => {
    const south = ClimateAnswer.parse((await ask('climate?latitude=-42&longitude=150')).json);
    expect(south.months![0]!.evaporation).toBeGreaterThan(south.months![6]!.evaporation);
    expect(Number(south.lastFrost!.slice(0, 2))).toBeGreaterThan(8);
  });
  it.each([
    'climate?latitude=120&longitude=0',
    'climate',
    `terrain?${box.replace('east=130', 'east=-900')}`,
    'soil?latitude=x',
  ])('refuse %s with what is wrong', async (path) => {
    const { status, json } = await ask(path);
    expect(status).toBe(400);
    expect((json as { problem: string }).problem.length).toBeGreaterThan(5);
  });
});

describe('the marking desk', () => {
  it('takes a request, lets time pass, and answers with paint within 30 cm of the line', async () => {
    const { reference } = MarkingReceipt.parse(
      (
        await request([
          {
            id: 's',
            line: [
              [0, 0],
              [20, 0],
            ],
          },
        ])
      ).json,
    );
    clock += 19_000;
    expect(MarkingAnswer.parse((await ask(`marking/${reference}`)).json)).toEqual({ state: 'waiting', seconds: 1 });
    clock += 2_000;
    const answer = MarkingAnswer.parse((await ask(`marking/${reference}`)).json);
    expect(answer.state === 'marked' && answer.marks[0]!.line).toHaveLength(5);
    for (const [, y] of answer.state === 'marked' ? answer.marks[0]!.line : [])
      expect(Math.abs(y)).toBeLessThanOrEqual(0.3);
  });
  it('paints no more for a line of many far-apart points than for a plain one', async () => {
    const line = Array.from({ length: 15_000 }, (_, i) => [i % 2 ? 40_000 : -40_000, i]);
    const { reference } = MarkingReceipt.parse((await request([{ id: 's', line }])).json);
    clock += 30_000;
    const answer = MarkingAnswer.parse((await ask(`marking/${reference}`)).json);
    expect(answer.state === 'marked' && answer.marks[0]!.line.length).toBeLessThan(40_000);
    const long = [{ id: 's', line: Array.from({ length: 20_001 }, (_, i) => [i, 0]) }];
    expect((await request(long)).json).toMatchObject({ problem: expect.stringMatching(/at most 20000 points/) });
  });
  it('refuses nothing to mark, and does not know what it never took', async () => {
    expect((await request([])).status).toBe(400);
    expect(await ask('marking/SIM-NONE')).toMatchObject({
      status: 404,
      json: { problem: 'The desk does not know this request any more. Ask again.' },
    });
  });
});
