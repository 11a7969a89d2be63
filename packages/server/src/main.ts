/** Serves the built application: `tsx packages/server/src/main.ts`, port from PORT or 4173. */
import { fileURLToPath } from 'node:url';
import { buildServer } from './build-server.ts';
import { portFrom } from './port.ts';

const port = portFrom(process.env['PORT']);
if (port === null) {
  console.error(`PORT must be a whole number from 1 to 65535, not "${process.env['PORT']}".`);
  process.exit(1);
}
const built = fileURLToPath(new URL('../../web/dist', import.meta.url));
const server = await buildServer(built, { isOnLoopback: true });
try {
  await server.listen({ port, host: '127.0.0.1' });
  console.log(`Sashiko is ready: http://localhost:${port}`);
} catch (error) {
  const busy = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
  console.error(
    busy
      ? `Port ${port} is busy: something else, perhaps another Sashiko, is using it. Stop that, or choose another port: PORT=${port + 1} npm start`
      : `The server could not start: ${String(error)}`,
  );
  process.exit(1);
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    void server.close().then(() => process.exit(0));
  });
}
