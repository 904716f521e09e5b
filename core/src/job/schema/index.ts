export { MAX_COORDINATE, MAX_STATION, MAX_STATIONS } from './basics';
export * from './reach';
export * from './lines';
export * from './structures';
export * from './services';
export * from './run';
export * from './clearance';
export * from './job';
