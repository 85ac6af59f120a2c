import { onDemand } from './onDemand.tsx';

/** Parts that rest on nothing else of the frame, loaded when they are first wanted: a page is painted without them. */
export const OpenMenu = onDemand(async () => (await import('./OpenMenu.tsx')).OpenMenu);
export const Dialog = onDemand(async () => (await import('@mui/material/Dialog')).default);
export const Button = onDemand(async () => (await import('@mui/material/Button')).default);
