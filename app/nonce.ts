import { createContext as createReactContext } from 'react';
import { createContext } from 'react-router';

/** A word, new for each page, by which its own inline scripts are told from whatever else might stand in it. */
export const nonceOfRequest = createContext<string>('');

/** The same for what is rendered; undefined in the browser, where the scripts have run. */
export const NonceContext = createReactContext<string | undefined>(undefined);
