import { isOpen, reachEnd } from '../alignment';
import { largest } from '../geometry';
import { linesIn, type FieldError, type PlacedLine, type Run } from '../job';

/** Reaches narrower than a line in them: nothing can be dug to that. */
export const tooNarrowForLines = (run: Run, lines: readonly PlacedLine[]): FieldError[] =>
  run.reaches.flatMap((reach, index) => {
    const od = largest(linesIn(lines, reach.from, reachEnd(run, index)).map(({ product }) => product.od));
    return isOpen(reach) && reach.bottomWidth < od
      ? [
          {
            field: `reaches[${index}].bottomWidth`,
            message: `${run.reaches.length > 1 ? `Reach ${index + 1}: the` : 'The'} bottom is ${reach.bottomWidth} m wide and the line is ${od} m; it does not go in.`,
          },
        ]
      : [];
  });
