import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/bench/route.tsx'),
  route('pieces/new', 'routes/setup/route.tsx'),
  route('pieces/open', 'routes/open-piece/route.ts'),
  route('pieces/:pieceId', 'routes/needles/route.tsx'),
  route('pieces/:pieceId/logbook', 'routes/logbook/route.tsx'),
  route('pieces/:pieceId/events', 'routes/events/route.ts'),
  route('pieces/:pieceId/live', 'routes/live/route.ts'),
  route('pieces/:pieceId/sheet', 'routes/cast-on/route.tsx'),
  route('pieces/:pieceId/paper', 'routes/paper/route.tsx'),
  route('pieces/:pieceId/split', 'routes/split/route.tsx'),
  route('pieces/:pieceId/plan', 'routes/plan/route.tsx'),
  route('pieces/:pieceId/rows/:row', 'routes/row/route.ts'),
  route('pieces/:pieceId/file', 'routes/piece-file/route.ts'),
  route('patterns', 'routes/patterns/route.tsx'),
  route('patterns/new', 'routes/pattern/new.tsx'),
  route('patterns/shelf/:key', 'routes/pattern/shelf.tsx'),
  route('patterns/:patternId', 'routes/pattern/route.tsx'),
  route('knitter', 'routes/knitter/route.tsx'),
  route('*', 'routes/lost/route.tsx'),
] satisfies RouteConfig;
