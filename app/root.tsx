import '@fontsource/ibm-plex-mono/latin-400.css';
import '@fontsource/ibm-plex-mono/latin-600.css';
import '@fontsource/ibm-plex-sans/latin-400.css';
import '@fontsource/ibm-plex-sans/latin-500.css';
import '@fontsource/ibm-plex-sans/latin-600.css';
import './theme/sheet.css';
import './frame/frame.css';
import './frame/dossier.css';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { ThemeProvider } from '@mui/material/styles';
import { useContext, type ReactNode } from 'react';
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import type { Route } from './+types/root';
import { QuietMark } from './frame/QuietMark.tsx';
import { NonceContext, nonceOfRequest } from './nonce.ts';
import { pageHeaders } from './pageHeaders.ts';
import { fromBase } from './state/base.ts';
import { useAbandoned } from './state/useAbandoned.ts';
import { theme } from './theme/theme.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Yletope' }];

/** Every answer, a page or a part of one, says what the browser may do with it. */
export const middleware: Route.MiddlewareFunction[] = [
  async ({ context }, next) => {
    const nonce = crypto.randomUUID();
    context.set(nonceOfRequest, nonce);
    const response = await next();
    // While one builds on it, pages are patched by scripts of their own.
    if (import.meta.env.PROD)
      for (const [name, value] of Object.entries(pageHeaders(nonce)))
        if (!response.headers.has(name)) response.headers.set(name, value);
    return response;
  },
];

export function Layout({ children }: { children: ReactNode }) {
  const nonce = useContext(NonceContext);
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link
          rel="icon"
          href={`data:image/svg+xml,${encodeURIComponent(
            '<svg xmlns="http://www.w3.org/2000/svg" viewBox="-2 -4 34 30"><path d="M2 20V2h8v6h7v6h11v6Z" fill="none" stroke="#0E6B66" stroke-width="3"/></svg>',
          )}`}
        />
        <Meta />
        <Links />
      </head>
      <body>
        <InitColorSchemeScript attribute="data-theme" defaultMode="system" nonce={nonce} />
        <ThemeProvider theme={theme} defaultMode="system">
          <QuietMark />
          {children}
        </ThemeProvider>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  useAbandoned();
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const isExpected = isRouteErrorResponse(error);
  const sentence = isExpected
    ? typeof error.data === 'string' && error.data !== ''
      ? error.data
      : error.status === 404
        ? 'There is no such page.'
        : error.statusText
    : 'Something went wrong in Yletope itself.';
  return (
    <main className="empty">
      <h1>{sentence}</h1>
      {!isExpected && error instanceof Error && <p className="mono faded">{error.message}</p>}
      <a href={fromBase('/')}>Go to the codebases</a>
    </main>
  );
}
