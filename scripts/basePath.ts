const stated = process.env.YLETOPE_BASE ?? '/';

if (!/^\/([\w.-]+\/)*([\w.-]+)?$/.test(stated)) {
  throw new Error(`YLETOPE_BASE is a path such as /yletope/, and not ${stated}.`);
}

/** Where the application is mounted, behind a proxy that has other things besides; with a slash at both ends. */
export const basePath = stated.endsWith('/') ? stated : `${stated}/`;
