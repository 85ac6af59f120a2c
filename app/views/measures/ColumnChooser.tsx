import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import type { MeasureHeader } from '../../../server/views/measuresView.ts';

/** The catalogue of measures, with what each means, from which the columns are chosen. */
export function ColumnChooser({
  catalogue,
  chosen,
  onChoose,
  onClose,
}: {
  catalogue: MeasureHeader[];
  chosen: string[];
  onChoose: (columns: string[]) => void;
  onClose: () => void;
}) {
  const [columns, setColumns] = useState(chosen);
  const toggle = (id: string): void =>
    setColumns(columns.includes(id) ? columns.filter((other) => other !== id) : [...columns, id]);
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Measures to show</DialogTitle>
      <ul className="column-chooser">
        {catalogue.map(({ id, name, definition, source }) => (
          <li key={id}>
            <label>
              <Checkbox size="small" checked={columns.includes(id)} onChange={() => toggle(id)} />
              <b>{name}</b>
            </label>
            <span>
              {definition} <span className="faded">{source}</span>
            </span>
          </li>
        ))}
      </ul>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={columns.length === 0}
          onClick={() => {
            onChoose(catalogue.map(({ id }) => id).filter((id) => columns.includes(id)));
            onClose();
          }}
        >
          Show {columns.length}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
