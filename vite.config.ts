import { reactRouter } from '@react-router/dev/vite';
import { createLogger, defineConfig } from 'vite';

const logger = createLogger('warn');
const { warn } = logger;
// What a plugin hands to Vite is no concern of whoever starts the program.
logger.warn = (message, options) => {
  if (!message.includes('`envFile` option is deprecated')) warn(message, options);
};

export default defineConfig({
  plugins: [reactRouter()],
  customLogger: logger,
  server: { host: '127.0.0.1' },
});
