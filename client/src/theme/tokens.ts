/** Chalk, clay and marker paint. Text colours keep 7:1 on `chalk` and `paper`. */
export const colours = {
  chalk: '#f6f1e6',
  paper: '#fffdf8',
  ink: '#231c16',
  faded: '#54493f',
  line: '#cdbfaa',
  clay: '#7a3d1c',
  onClay: '#fffdf8',
  clayWash: '#f0ddcf',
  paint: '#b83b0a',
  stop: '#8f130c',
  stopWash: '#fbe3df',
  caution: '#6b4700',
  cautionWash: '#fdeebf',
  note: '#234a5c',
  noteWash: '#deebf0',
  good: '#1f5132',
} as const;

/** Fills of the drawings. */
export const ground = {
  soil: '#cbb797',
  soilLine: '#6d563b',
  void: '#fffdf8',
  bedding: '#e6cb79',
  surround: '#ecdcae',
  fill: '#bea588',
  heap: '#ad8c66',
  pipe: '#3f4f58',
  panel: '#6a767d',
  danger: '#c9372a',
} as const;

/** Smallest side of anything a gloved finger has to hit. */
export const TARGET = 48;
/** From this window width on, drawing and inputs sit side by side. */
export const WIDE = 900;
/** Below this window height there is no room for everything: a phone on its side, or with its keyboard up. */
export const LOW = 480;
