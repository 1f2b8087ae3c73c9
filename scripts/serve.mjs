/** Serves the build from a data folder until it is told to stop. */
import { spawnSync } from 'node:child_process';
import compression from 'compression';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createSecureContext } from 'node:tls';
import { constants } from 'node:zlib';
import { HOST, PORT, ROOT, stop, whyNoPort } from './preflight.mjs';

const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|::1|\[::1\])$/;
const WAIVED = process.env.BRUNKEL_WITHOUT_PASSPHRASE === 'yes';
/** Requests that are still under way are given so long before their connections are cut, ms. */
const LAST_WORDS_MS = 1500;

export async function serve(folder, greeting) {
  const beyond = !LOOPBACK.test(HOST);
  if (beyond && !WAIVED) askForPassphrase(folder);
  // What Brunkel writes is for its owner alone.
  process.umask(0o077);
  Object.assign(process.env, {
    BRUNKEL_DATA: folder,
    BRUNKEL_HOST: HOST,
    // The application limits bodies itself and answers with a problem document; the adapter would just hang up.
    BODY_SIZE_LIMIT: 'Infinity',
    // Whatever a client claims, the application is told how it is served.
    PROTOCOL_HEADER: 'x-brunkel-protocol'
  });
  let handler;
  try {
    ({ handler } = await import(join(ROOT, 'build', 'handler.js')));
  } catch (error) {
    stop(`the records in ${folder} cannot be opened: ${error.message}`);
  }
  const certificate = certificateOf();
  const scheme = certificate ? 'https' : 'http';
  const listener = (request, response) => answer(handler, request, response, scheme);
  const server = certificate ? createSecureServer(certificate, listener) : createServer(listener);
  // Longer than clients keep an idle connection for reuse: who closes first must not be us, or a request that is
  // just on its way meets a closed door.
  server.keepAliveTimeout = 75_000;
  server.headersTimeout = 80_000;
  server.on('error', (error) => stop(whyNoPort(error)));
  server.on('clientError', (error, socket) => refuse(error, socket));
  server.listen(PORT, HOST, async () => {
    const { port } = server.address();
    process.env.BRUNKEL_PORT = String(port);
    console.log(
      `\n${greeting}\n\n  ${scheme}://${inUrl(HOST === '0.0.0.0' || HOST === '::' ? '127.0.0.1' : HOST)}:${port}\n`
    );
    if (beyond) await showWays(port, scheme);
    process.send?.({ port });
  });
  endingWith(server);
}

/** A certificate of one's own, by the two files that name it; null where neither is named. */
function certificateOf() {
  const { BRUNKEL_CERT: cert, BRUNKEL_KEY: key } = process.env;
  if (!cert && !key) return null;
  if (!cert || !key) stop('a certificate is two files: name both in BRUNKEL_CERT and BRUNKEL_KEY.');
  const read = (file) => {
    try {
      return readFileSync(file);
    } catch (error) {
      return stop(`${file} cannot be read: ${error.message}`);
    }
  };
  const files = { cert: read(cert), key: read(key) };
  try {
    createSecureContext(files);
  } catch (error) {
    stop(`${cert} and ${key} are no certificate and its key: ${error.message}`);
  }
  process.env.BRUNKEL_SCHEME = 'https';
  return files;
}

const inUrl = (host) => (host.includes(':') && !host.startsWith('[') ? `[${host}]` : host);

/** Beyond this machine nobody comes in without a passphrase, unless that was waived by name. */
function askForPassphrase(folder) {
  const file = join(folder, 'access.json');
  const isSet = () => {
    try {
      return existsSync(file) && JSON.parse(readFileSync(file, 'utf8')).passphrase;
    } catch {
      return stop(`${file} is damaged: move it away, and set a passphrase anew with npm run passphrase.`);
    }
  };
  if (isSet()) return;
  if (process.stdin.isTTY)
    spawnSync(
      process.execPath,
      [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/passphrase.ts'), folder],
      {
        stdio: 'inherit'
      }
    );
  if (!isSet())
    stop(
      `HOST=${HOST} lets the whole network in, so a passphrase is wanted: set one with npm run passphrase, or waive it with BRUNKEL_WITHOUT_PASSPHRASE=yes.`
    );
}

/** The addresses under which a phone reaches it, the first as a picture to point its camera at. */
async function showWays(port, scheme) {
  const { default: qrcode } = await import('qrcode');
  const everywhere = HOST === '0.0.0.0' || HOST === '::';
  const hosts = everywhere
    ? Object.values(networkInterfaces())
        .flat()
        .filter(
          ({ internal, address, family }) => !internal && (family === 'IPv4' || !address.startsWith('fe80'))
        )
        .map(({ address }) => address)
    : [HOST];
  const ways = hosts.map((host) => `${scheme}://${inUrl(host)}:${port}`);
  if (everywhere) ways.push(`${scheme}://${hostname().toLowerCase()}.local:${port}`);
  console.log(`From the phone in the same network:\n\n${ways.map((way) => `  ${way}`).join('\n')}\n`);
  if (ways[0]) console.log(await qrcode.toString(ways[0], { type: 'terminal', small: true }));
  console.log(
    WAIVED
      ? 'BRUNKEL_WITHOUT_PASSPHRASE=yes: whoever is in this network can read and change your records.\n'
      : 'It asks for the passphrase there.\n'
  );
}

/** Answers that are still being given, with their ends. */
const underWay = new Map();
const isStream = (response) => String(response.getHeader('content-type')).startsWith('text/event-stream');

/** Pages and answers go packed, as what is built already lies packed; what is streamed goes as it comes. */
const packed = compression({
  // Little packing is most of the gain on pages made for one reader, and costs a millisecond of each.
  level: 1,
  // A short answer is one packet or a few as it is.
  threshold: '8kb',
  brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 1 } },
  filter: (request, response) => !isStream(response) && compression.filter(request, response)
});

function answer(handler, request, response, scheme) {
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('x-frame-options', 'DENY');
  response.setHeader('referrer-policy', 'same-origin');
  response.setHeader('cross-origin-resource-policy', 'same-origin');
  request.headers['x-brunkel-protocol'] = scheme;
  const ended = new Promise((done) => response.once('close', done));
  underWay.set(response, ended);
  void ended.then(() => underWay.delete(response));
  // A body that nobody read would hold up the next request on its connection. Whoever began to read it and stopped
  // would only pause it again.
  response.once('finish', () => {
    if (request.complete) return;
    request.removeAllListeners('data');
    request.resume();
  });
  try {
    decodeURI(request.url.split('?')[0]);
  } catch {
    return void problem(response, 400, 'The address is not readable.');
  }
  packed(request, response, () => handler(request, response, () => problem(response, 404, 'Not found.')));
}

function problem(response, status, detail) {
  response.writeHead(status, { 'content-type': 'application/problem+json' });
  response.end(problemText(status, detail));
}

const problemText = (status, detail) =>
  JSON.stringify({ type: 'about:blank', title: 'Not readable', status, detail });

/** What is no HTTP at all, or too long a head, is told so before the connection is closed. */
function refuse(error, socket) {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const [status, name] =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? [431, 'Request Header Fields Too Large']
      : error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? [408, 'Request Timeout']
        : [400, 'Bad Request'];
  const body = problemText(status, `${name}.`);
  socket.end(
    `HTTP/1.1 ${status} ${name}\r\nconnection: close\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(body)}\r\n\r\n${body}`
  );
}

/** However it ends, the records are closed first: then all of them are in the one file, and none in its log. */
function endingWith(server) {
  let ending = false;
  const end = async (code) => {
    if (ending) return;
    ending = true;
    server.close();
    // Long work is given up at once: who waits for it is told so.
    process.emit('brunkel:ending');
    const answers = [...underWay].filter(([response]) => !isStream(response)).map(([, ended]) => ended);
    await Promise.race([Promise.all(answers), new Promise((done) => setTimeout(done, LAST_WORDS_MS))]);
    server.closeAllConnections();
    const endings = [];
    process.emit('brunkel:end', (each) => endings.push(each));
    await Promise.allSettled(endings);
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));
  process.on('disconnect', () => void end(0));
  for (const fault of ['uncaughtException', 'unhandledRejection'])
    process.on(fault, (error) => {
      console.error(error);
      void end(1);
    });
  // npm hands signals on, but when it is killed itself nobody tells us.
  if (process.env.npm_lifecycle_event) {
    const above = whoIsAbove();
    setInterval(() => whoIsAbove() !== above && void end(0), 500).unref();
  }
}

/** The process that started this one, and the one that started that: npm puts a shell in between. */
function whoIsAbove() {
  try {
    const status = readFileSync(`/proc/${process.ppid}/status`, 'utf8');
    return `${process.ppid} ${/^PPid:\t(\d+)$/m.exec(status)?.[1]}`;
  } catch {
    // No such files on this system: the parent alone has to do.
    return String(process.ppid);
  }
}
