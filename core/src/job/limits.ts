/** Longest run and most stations one document may hold; past these a file is a mistake, not a trench. */
export const MAX_STATION = 20_000;
export const MAX_STATIONS = 20_000;
/** Deepest dig that is planned, metres: past it a digit has slipped. */
export const MAX_DEPTH = 30;
/** Furthest a plan coordinate may lie from the origin, metres: national grids fit, nonsense does not. */
export const MAX_COORDINATE = 10_000_000;
/**
 * Stations closer than this are the same, metres: what rounding leaves when a line is stretched or a drawing is read back. The one tolerance of
 * schema, walker and tests.
 */
export const STATION_SLACK = 1e-6;
/** Stations of a list that goes up keep at least this far apart, metres: nearer than a spade can tell. */
export const LEAST_APART = 0.005;

/** Longest name of a job or a run, characters. */
export const MOST_NAME = 120;

/** Most lines in one trench. */
export const MOST_LAID = 8;

/** How far the length of the drawn line may be from that of its stations, metres. */
export const ROUTE_SLACK = 0.01;

/** Below this angle a crossing is dealt with as a parallel line, radians (10°). */
export const LEAST_CROSSING = Math.PI / 18;

/** Activities whose pace a crew logs, and what they are counted in. */
export const activities = ['dig', 'hand', 'protect', 'bed', 'lay', 'fill', 'move', 'bore'] as const;

/** The format's version. Older files are brought up to it when read. */
export const FILE_VERSION = 14;
