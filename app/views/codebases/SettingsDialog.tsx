import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { Form } from 'react-router';
import type { Settings } from '../../../server/store/settings.ts';

/** What holds for the whole program. */
export function SettingsDialog({ settings, onClose }: { settings: Settings; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-label="Settings">
      <Form method="post" onSubmit={onClose}>
        <input type="hidden" name="intent" value="settings" />
        <DialogContent className="settings">
          <h1>Settings</h1>
          <GigabyteField
            name="uploadLimit"
            label="Upload limit for archives, in GB"
            value={settings.uploadLimit}
          />
          <GigabyteField
            name="unpackedLimit"
            label="Limit for unpacked archives, in GB"
            value={settings.unpackedLimit}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save
          </Button>
        </DialogActions>
      </Form>
    </Dialog>
  );
}

function GigabyteField({ name, label, value }: { name: string; label: string; value: number }) {
  return (
    <TextField
      name={name}
      label={label}
      type="number"
      defaultValue={value}
      required
      slotProps={{ htmlInput: { min: 0.001, max: 10_000, step: 'any' } }}
    />
  );
}
