import { relative, sep } from 'node:path';
import helmet from '@fastify/helmet';
import serveStatic from '@fastify/static';
import Fastify, { type FastifyInstance } from 'fastify';

/** Files whose names carry a hash of their content never change. */
const FOREVER = 'public, max-age=31536000, immutable';

/**
 * A server for the built application: compressed by the build, cached where that is safe, and with a Content-Security-Policy
 * that lets nothing in from anywhere else. Every address that is no file gets the application itself.
 */
export async function buildServer(builtFolder: string): Promise<FastifyInstance> {
  const server = Fastify({ logger: false });
  await server.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        // The component library writes its styles into the page at run time.
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    // The application is served over plain HTTP on the maker's own machine.
    strictTransportSecurity: false,
  });
  await server.register(serveStatic, {
    root: builtFolder,
    cacheControl: false,
    // The build has written each file in every encoding already.
    preCompressed: true,
    setHeaders: (response, path) => {
      // By where it lies in the built application: the folders above that are the maker's own.
      const [folder] = relative(builtFolder, path).split(sep);
      response.setHeader('cache-control', folder === 'assets' ? FOREVER : 'no-cache');
      response.setHeader('vary', 'accept-encoding');
    },
  });
  server.setNotFoundHandler((request, reply) => {
    const isPage = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html');
    if (!isPage) return reply.code(404).type('text/plain').send('There is no such file.\n');
    return reply.header('cache-control', 'no-cache').sendFile('index.html');
  });
  return server;
}
