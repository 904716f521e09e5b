import { Choice } from '../../ui/Choice';
import { useLay } from './context';

/** Which of the lines in the trench is meant; nothing where there is one. */
export function LinePick() {
  const { report, line, choose } = useLay();
  if (report.laid.length < 2) return null;
  return (
    <Choice label="Line" value={line.id} options={report.laid.map(({ id, name }) => ({ value: id, label: name }))} onChange={choose} />
  );
}
