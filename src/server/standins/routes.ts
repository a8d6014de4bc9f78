import express, { Router, type Response } from 'express';
import { z } from 'zod';
import { BoxSchema, MarkingRequest, WhereSchema } from '../../core/ground/standins.ts';
import { sayShape } from '../../core/holding/say-shape.ts';
import { climateAt } from './climate.ts';
import { SuppliersRequest } from '../../core/order/suppliers.ts';
import { MarkingDesk } from './marking.ts';
import { WeatherRequest } from '../../core/days/weather.ts';
import { suppliersAt } from './suppliers.ts';
import { madeUpSoil, terrainAt } from './terrain.ts';
import { weatherAt } from './weather.ts';

/** Simulated services under /api/standins: climate, weather, terrain, soil, suppliers, and the desk that marks buried services. */
export function standins({
  markingSeconds,
  now,
}: {
  readonly markingSeconds: number;
  readonly now: () => number;
}): Router {
  const routes = Router();
  const desk = new MarkingDesk(markingSeconds, now);
  /** Answers what `make` makes of a request that the schema takes; else says what is wrong with it. */
  const answer = <S extends z.ZodType>(
    response: Response,
    schema: S,
    asked: unknown,
    make: (asked: z.infer<S>) => unknown,
  ) => {
    const parsed = schema.safeParse(asked);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      const value = issue.path.reduce<unknown>((inner, key) => (inner as Record<PropertyKey, unknown>)?.[key], asked);
      const problem = `${issue.path.join('.') || 'the request'}: ${sayShape(issue, value)}.`;
      return void response.status(400).json({ problem });
    }
    const made = make(parsed.data);
    if (made === null)
      return void response.status(404).json({ problem: 'The desk does not know this request any more. Ask again.' });
    response.json(made);
  };
  routes.get('/climate', (request, response) => answer(response, WhereSchema, request.query, climateAt));
  routes.get('/weather', (request, response) => answer(response, WeatherRequest, request.query, weatherAt));
  routes.get('/terrain', (request, response) => answer(response, BoxSchema, request.query, terrainAt));
  routes.get('/soil', (request, response) =>
    answer(response, BoxSchema, request.query, (box) => ({ zones: madeUpSoil(box), simulated: true })),
  );
  routes.post('/suppliers', express.json({ limit: '200kb' }), (request, response) =>
    answer(response, SuppliersRequest, request.body, suppliersAt),
  );
  routes.post('/marking', express.json({ limit: '2mb' }), (request, response) =>
    answer(response, MarkingRequest, request.body, (asked) => desk.ask(asked)),
  );
  routes.get('/marking/:reference', (request, response) =>
    answer(response, z.string().max(80), request.params.reference, (reference) => desk.answer(reference)),
  );
  return routes;
}
