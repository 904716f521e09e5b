import { strengthTools, type StrengthTool } from '../catalogue';

/** A tool that reads the strength of the ground: a real one over a cable, or the practice one. */
export interface StrengthReader {
  tool: StrengthTool;
  /** One reading, pascals as the tool shows it. */
  read: () => Promise<number>;
}

/**
 * The practice tool: readings scatter about a true strength (unconfined, pascals) by a fifth, as they do on site.
 * @param random numbers from 0 up to 1, passed in so that a test can hold them.
 */
export const practiceReader = (tool: StrengthTool, strength: number, random: () => number): StrengthReader => ({
  tool,
  read: () => Promise.resolve(Math.round(((strength / strengthTools[tool].factor) * (0.8 + 0.4 * random())) / 1000) * 1000),
});
