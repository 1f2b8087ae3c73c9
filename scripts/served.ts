import { fork, type ChildProcess } from 'node:child_process';
import { readdirSync } from 'node:fs';

/** A production server of its own, on loopback and a free port, that can be killed. */
export interface Server {
  child: ChildProcess;
  url: string;
  /** Ends it as a signal would; waits for it. */
  end(signal?: NodeJS.Signals): Promise<void>;
  /** File handles that it holds. */
  handles(): number;
}

/** @throws when it does not come up, with what it said */
export async function start(folder: string, settings: Record<string, string> = {}): Promise<Server> {
  const { child, said } = begin(folder, settings);
  const port = await new Promise<number>((resolve, reject) => {
    child.once('message', (message: { port: number }) => resolve(message.port));
    child.once('exit', (code) => reject(new Error(`ended with ${code}: ${said()}`)));
  });
  return {
    child,
    url: `http://127.0.0.1:${port}`,
    end: (signal = 'SIGTERM') => ended(child, signal),
    handles: () => readdirSync(`/proc/${child.pid}/fd`).length
  };
}

/** Starts it and does not wait until it serves. */
export function begin(folder: string, settings: Record<string, string> = {}) {
  const child = fork('scripts/start.mjs', {
    env: {
      ...process.env,
      PORT: '0',
      HOST: '127.0.0.1',
      BRUNKEL_DATA: folder,
      BRUNKEL_PREPARED: '1',
      ...settings
    },
    silent: true
  });
  let output = '';
  child.stdout?.on('data', (chunk) => (output += String(chunk)));
  child.stderr?.on('data', (chunk) => (output += String(chunk)));
  return { child, said: () => output.trim().slice(-300) };
}

export async function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  await gone;
}
