import { execFile } from 'node:child_process';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { buildServer } from './build-server.ts';
import { portFrom } from './port.ts';

const SCRIPT = `console.log(${JSON.stringify('stitch '.repeat(2000))})`;

/** A built application as the build leaves it: files that are worth it lie there compressed as well. */
function builtFolder(within = mkdtempSync(join(tmpdir(), 'sashiko-built-'))): string {
  mkdirSync(join(within, 'assets'), { recursive: true });
  writeFileSync(join(within, 'index.html'), '<!doctype html><title>Sashiko</title>');
  writeFileSync(join(within, 'service-worker.js'), '// keeps it');
  writeFileSync(join(within, 'assets/app-abc123.js'), SCRIPT);
  writeFileSync(join(within, 'assets/app-abc123.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(within, 'assets/app-abc123.js.gz'), gzipSync(SCRIPT));
  return within;
}

describe('the server', () => {
  test('gives the application at every page address, and 404 for files that are not there', async () => {
    const server = await buildServer(builtFolder());
    for (const url of ['/', '/plan/abc/thread']) {
      const page = await server.inject({ url, headers: { accept: 'text/html' } });
      expect(page.statusCode).toBe(200);
      expect(page.body).toContain('Sashiko');
      expect(page.headers['cache-control']).toBe('no-cache');
    }
    expect((await server.inject({ url: '/assets/gone.js' })).statusCode).toBe(404);
    expect((await server.inject({ url: '/../package.json' })).statusCode).not.toBe(200);
    await server.close();
  });

  test('lets nothing in from elsewhere', async () => {
    const server = await buildServer(builtFolder());
    const { headers } = await server.inject({ url: '/', headers: { accept: 'text/html' } });
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(policy).not.toMatch(/https?:/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    await server.close();
  });

  test('answers what it cannot read in words, with a policy that lets nothing in', async () => {
    const server = await buildServer(builtFolder());
    const { port } = new URL(await server.listen({ port: 0, host: '127.0.0.1' }));
    const say = (text: string): Promise<string> =>
      new Promise((done) => {
        let heard = '';
        const socket = connect(Number(port), '127.0.0.1', () => socket.write(text));
        socket.on('data', (data) => {
          heard += String(data);
        });
        socket.on('close', () => done(heard));
      });
    const get = (line: string, header = ''): string =>
      `GET ${line} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n${header}\r\n`;
    for (const [request, status] of [
      ['what is this\r\n\r\n', 400],
      [get('/%E0%A4%A'), 400],
      [get('/', `X-Long: ${'x'.repeat(40_000)}\r\n`), 431],
    ] as const) {
      const answer = await say(request);
      expect(answer).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
      expect(answer.toLowerCase()).toContain("content-security-policy: default-src 'none'");
      expect(answer.toLowerCase()).toContain('x-content-type-options: nosniff');
      expect(answer).not.toContain('<');
    }
    expect(await say(get('/'))).toMatch(/^HTTP\/1.1 200 /);
    await server.close();
  });

  test('on this machine only it answers to no name that leads here from elsewhere', async () => {
    const server = await buildServer(builtFolder(), { isOnLoopback: true });
    const statusFor = async (host: string): Promise<number> =>
      (await server.inject({ url: '/', headers: { accept: 'text/html', host } })).statusCode;
    for (const host of [
      'localhost',
      'localhost:4173',
      'LOCALHOST:1',
      'sashiko.localhost',
      '127.0.0.1:80',
      '[::1]:9',
    ])
      expect(await statusFor(host), host).toBe(200);
    for (const host of [
      'evil.example',
      'localhost.evil.example',
      '127.0.0.1.evil.example',
      '10.0.0.1',
      'notlocalhost',
    ])
      expect(await statusFor(host), host).toBe(421);
    await server.close();
    const open = await buildServer(builtFolder());
    const page = await open.inject({ url: '/', headers: { accept: 'text/html', host: 'workshop.example' } });
    expect(page.statusCode).toBe(200);
    await open.close();
  });

  test('gives what the build has compressed, to those who take it', async () => {
    const server = await buildServer(builtFolder());
    const ask = (encoding: string) =>
      server.inject({ url: '/assets/app-abc123.js', headers: { 'accept-encoding': encoding } });
    const [both, zipped, plain] = await Promise.all([ask('gzip, br'), ask('gzip'), ask('identity')]);
    expect(both.headers['content-encoding']).toBe('br');
    expect(brotliDecompressSync(both.rawPayload).toString()).toBe(SCRIPT);
    expect(zipped.headers['content-encoding']).toBe('gzip');
    expect(gunzipSync(zipped.rawPayload).toString()).toBe(SCRIPT);
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.body).toBe(SCRIPT);
    for (const { headers } of [both, zipped, plain]) {
      expect(headers['vary']).toBe('accept-encoding');
      expect(headers['content-type']).toContain('javascript');
      expect(headers['cache-control']).toContain('immutable');
    }
    await server.close();
  });

  test('caches for ever only what has a hash in its name, wherever the application lies', async () => {
    const folder = builtFolder(join(mkdtempSync(join(tmpdir(), 'sashiko-')), 'assets', 'checkout'));
    const server = await buildServer(folder);
    for (const url of ['/', '/index.html', '/plan/abc/sew', '/service-worker.js']) {
      const page = await server.inject({ url, headers: { accept: 'text/html', 'accept-encoding': 'br' } });
      expect(page.statusCode).toBe(200);
      expect(page.headers['cache-control']).toBe('no-cache');
    }
    const asset = await server.inject({ url: '/assets/app-abc123.js' });
    expect(asset.headers['cache-control']).toContain('immutable');
    await server.close();
  });
});

test('a busy port gets a clear message and a failing status', async () => {
  const blocker = createServer();
  await new Promise<void>((resolve) => blocker.listen(0, '127.0.0.1', resolve));
  const { port } = blocker.address() as { port: number };
  const root = fileURLToPath(new URL('../../../', import.meta.url));
  const result = await new Promise<{ code: number | string | null | undefined; stderr: string }>(
    (resolve) => {
      execFile(
        process.execPath,
        [join(root, 'node_modules/tsx/dist/cli.mjs'), join(root, 'packages/server/src/main.ts')],
        { env: { ...process.env, PORT: String(port) } },
        (error, _stdout, stderr) => resolve({ code: error?.code, stderr }),
      );
    },
  );
  blocker.close();
  expect(result.code).toBe(1);
  expect(result.stderr).toContain(`Port ${port} is busy`);
  expect(result.stderr).toContain(`PORT=${port + 1} npm start`);
});

test('ports', () => {
  expect(portFrom(undefined)).toBe(4173);
  expect(portFrom('8080')).toBe(8080);
  for (const text of ['0', '70000', 'http', '1.5']) expect(portFrom(text)).toBeNull();
});
