import type { Socket } from 'node:net';
import { relative, sep } from 'node:path';
import helmet from '@fastify/helmet';
import serveStatic from '@fastify/static';
import Fastify, { type FastifyInstance } from 'fastify';
import { BARE_HEADERS, DIRECTIVES, isLoopbackName } from './policy.ts';

/** Files whose names carry a hash of their content never change. */
const FOREVER = 'public, max-age=31536000, immutable';

/**
 * A server for the built application: compressed by the build, cached where that is safe, and with a Content-Security-Policy
 * that lets nothing in from anywhere else. Every address that is no file gets the application itself. With `isOnLoopback` only those are
 * answered who ask for this machine by a name of its own.
 */
export async function buildServer(
  builtFolder: string,
  { isOnLoopback = false }: { readonly isOnLoopback?: boolean } = {},
): Promise<FastifyInstance> {
  const server = Fastify({
    logger: false,
    frameworkErrors: (_error, _request, reply) => {
      reply.hijack();
      reply.raw.writeHead(400, BARE_HEADERS).end('This address cannot be read.\n');
    },
    clientErrorHandler: refuseRequest,
  });
  // A page from elsewhere may have its own name lead to this machine: it is not answered.
  if (isOnLoopback)
    server.addHook('onRequest', async (request, reply) => {
      if (!isLoopbackName(request.host))
        await reply.code(421).headers(BARE_HEADERS).send('Sashiko is served as localhost only.\n');
    });
  await server.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: DIRECTIVES,
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

/** Answers what is no request that can be read, with what is wrong, and hangs up. */
function refuseRequest(error: Error & { readonly code?: string }, socket: Socket): void {
  if (error.code === 'ECONNRESET' || socket.destroyed || !socket.writable) return;
  const [status, words] =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? ['431 Request Header Fields Too Large', 'The request says too much about itself.\n']
      : ['400 Bad Request', 'This is no request.\n'];
  const headers = {
    ...BARE_HEADERS,
    'content-length': String(Buffer.byteLength(words)),
    connection: 'close',
  };
  const lines = Object.entries(headers).map(([name, value]) => `${name}: ${value}`);
  socket.end(`HTTP/1.1 ${status}\r\n${lines.join('\r\n')}\r\n\r\n${words}`);
}
