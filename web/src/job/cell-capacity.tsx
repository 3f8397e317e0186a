import { useJob } from '../desk/job-context';
import { FigureField } from '../ui/field';

/** What is printed on the cell: with it the time to full can be told. */
export function CellCapacity() {
  const { documents, edit } = useJob();
  const { cellAh } = documents.teardown;
  return (
    <FigureField
      label="Printed on the cell"
      kind="charge"
      shown={cellAh === null ? '' : `${Math.round(cellAh * 1000)} mAh`}
      hint="1200mAh, 1.2Ah"
      onFigure={(ah) => edit('teardown', (d) => void (d.cellAh = ah))}
      onClear={() => edit('teardown', (d) => void (d.cellAh = null))}
    />
  );
}
