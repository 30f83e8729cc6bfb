import {
  assessRequest,
  balanceRequest,
  buildRequest,
  gaugeRequest,
  layoutRequest,
  livingRequest,
  stormRequest,
  sweepRequest,
  weatherRequest,
} from '#core/service/requests'
import { FILE_VERSION } from '#core/scheme/schema/job'
import { toJsonSchema } from '#core/scheme/jsonSchema'
import type { TaskName } from './names'

/** What each task is asked with, and what it answers, in a sentence. */
const TOLD: Readonly<Record<TaskName, { schema: unknown; asks: string; answers: string }>> = {
  assess: { schema: assessRequest, asks: 'Heights, flows, loads and findings of a scheme', answers: 'Sections, lines and findings' },
  balance: {
    schema: balanceRequest,
    asks: 'The years of a scheme under a rain',
    answers: 'Sums of the years and, unless left out, every day',
  },
  sweep: { schema: sweepRequest, asks: 'What other sizes of store would do', answers: 'Demand met by volume, for each store' },
  storm: {
    schema: stormRequest,
    asks: "The scheme's own trial, from minute to minute",
    answers: 'Levels, flows and the account of the water',
  },
  layout: {
    schema: layoutRequest,
    asks: 'Where everything of a scheme is, m: x along the first wall, y out from it, z up from the paving',
    answers: 'Uprights, vessels, ports with their direction, runs with legs and bends, and what stands in one another',
  },
  build: {
    schema: buildRequest,
    asks: 'How a scheme is put together, with the goods of one country',
    answers: 'Parts, joints, runs, cuts, holes, bill and steps',
  },
  weather: {
    schema: weatherRequest,
    asks: 'A made-up forecast for a place, true to its climate',
    answers: 'Rain of seven days by day and by hour, lows and highs, by member',
  },
  gauge: { schema: gaugeRequest, asks: 'When a made-up tipping-bucket gauge tips on a day', answers: 'Seconds into the day, and mm a tip' },
  living: {
    schema: livingRequest,
    asks: 'What a log says of a scheme',
    answers: 'What is held, came, is wrong, is due, and how long it lasts',
  },
}

const problem = {
  description: 'What is wrong, by path (RFC 9457)',
  content: {
    'application/problem+json': {
      schema: {
        type: 'object',
        required: ['type', 'title', 'status', 'detail'],
        properties: {
          type: { type: 'string' },
          title: { type: 'string' },
          status: { type: 'integer' },
          detail: { type: 'string' },
          instance: { type: 'string' },
          errors: {
            type: 'array',
            items: { type: 'object', required: ['path', 'message'], properties: { path: { type: 'string' }, message: { type: 'string' } } },
          },
        },
      },
    },
  },
}

const query = (name: string, schema: object, description: string) => ({ name, in: 'query', required: false, schema, description })
/** How a place is told in a query. */
const PLACE = [
  query('place', { type: 'string' }, 'Any name; the same name has the same weather'),
  query('day', { type: 'string', format: 'date' }, 'Today where left out'),
  query('total', { type: 'number' }, 'Rain a year, mm'),
  query('pattern', { type: 'string' }, 'Shape of the year'),
  query('wetDays', { type: 'number' }, 'Rain days a year'),
  query('latitude', { type: 'number' }, 'Degrees, south negative'),
]

/** The description of what programs can ask for (OpenAPI 3.1), written from the very schemas that let requests in. */
export function openApi() {
  const paths = Object.entries(TOLD).map(([name, { schema, asks, answers }]) => [
    `/api/v1/${name}`,
    {
      post: {
        operationId: name,
        summary: asks,
        requestBody: { required: true, content: { 'application/json': { schema: toJsonSchema(schema) } } },
        responses: {
          200: { description: answers, content: { 'application/json': { schema: { type: 'object' } } } },
          ...Object.fromEntries([400, 413, 415, 422, 429, 503].map((status) => [status, problem])),
        },
      },
    },
  ])
  return {
    openapi: '3.1.0',
    info: { title: 'Vernal Cask', version: String(FILE_VERSION), description: 'Schemes are those of job files of this version.' },
    paths: {
      ...Object.fromEntries(paths),
      '/api/v1/weather': {
        ...(Object.fromEntries(paths)['/api/v1/weather'] as object),
        get: {
          operationId: 'weatherOf',
          summary: 'The same from a yearly total',
          parameters: PLACE,
          responses: { 200: { description: 'A forecast' } },
        },
      },
      '/api/v1/gauge': {
        ...(Object.fromEntries(paths)['/api/v1/gauge'] as object),
        get: {
          operationId: 'gaugeStream',
          summary: 'Tips of a made-up gauge as they come, as server-sent events',
          parameters: [
            ...PLACE,
            query('speed', { type: 'number', minimum: 1, maximum: 86400 }, 'Seconds of the gauge in one of the clock'),
          ],
          responses: { 200: { description: 'Events named tip, with moment and mm', content: { 'text/event-stream': {} } } },
        },
      },
      '/api/health': { get: { operationId: 'health', summary: 'Whether the server is up', responses: { 200: { description: 'It is' } } } },
    },
  }
}
