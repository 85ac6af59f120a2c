import { onDemand } from './onDemand.tsx';

/** Parts of the frame that are loaded when they are first wanted: a page is painted without them. */
export const OpenMenu = onDemand(async () => (await import('./OpenMenu.tsx')).OpenMenu);
export const Dialog = onDemand(async () => (await import('@mui/material/Dialog')).default);
export const Button = onDemand(async () => (await import('@mui/material/Button')).default);
export const Finder = onDemand(async () => (await import('./Finder.tsx')).Finder);
export const KeysDialog = onDemand(async () => (await import('./KeysDialog.tsx')).KeysDialog);
export const SaveDialog = onDemand(async () => (await import('./saved/SaveDialog.tsx')).SaveDialog);
export const MarkDialog = onDemand(async () => (await import('./marks/MarkDialog.tsx')).MarkDialog);
export const Tray = onDemand(async () => (await import('./shortlists/Tray.tsx')).Tray);
export const WriteNote = onDemand(async () => (await import('./notes/WriteNote.tsx')).WriteNote);
export const OfferDialog = onDemand(async () => (await import('./shortlists/OfferDialog.tsx')).OfferDialog);
