import type { ChildProcess } from 'node:child_process';
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Every command is run from the project's root. */
const ROOT = process.cwd();

/** The demo's data as its loader leaves it, with what the stand-in meter knows; made before the first test. */
export const DEMO_HOME = join(ROOT, '.cache/demo-home');

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });
}

/** The built server on a folder of its own, which can be killed hard and started again on the same port and folder. */
export class TestServer {
  private constructor(
    readonly home: string,
    readonly port: number,
    private child: ChildProcess,
    private readonly lan: boolean,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /**
   * @param demo on a copy of the demo's data, which is loaded once a run
   * @param home a folder of its own by default
   */
  static async start({
    lan = false,
    demo = false,
    home = mkdtempSync(join(tmpdir(), 'zebbit-e2e-')),
  } = {}): Promise<TestServer> {
    if (demo) cpSync(DEMO_HOME, home, { recursive: true });
    const port = await freePort();
    const server = new TestServer(home, port, TestServer.spawn(home, port, lan), lan);
    try {
      await server.answers();
    } catch (error) {
      await server.stop();
      throw error;
    }
    return server;
  }

  private static spawn(home: string, port: number, lan: boolean): ChildProcess {
    return spawn(
      process.execPath,
      ['--enable-source-maps', process.env['ZEBBIT_SERVER'] ?? join(ROOT, 'server/dist/main.js')],
      {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: {
          ...process.env,
          ZEBBIT_HOME: home,
          ZEBBIT_PORT: String(port),
          ZEBBIT_WEB: join(ROOT, 'web/dist'),
          // Phones are let in, but the test server stays on this machine alone.
          ...(lan ? { ZEBBIT_LAN: '1', ZEBBIT_BIND: '127.0.0.1' } : {}),
        },
      },
    );
  }

  private async answers(): Promise<void> {
    const until = Date.now() + 60_000;
    for (;;) {
      const ok = await fetch(`${this.url}/api/health`).then(
        (r) => r.ok,
        () => false,
      );
      if (ok) return;
      if (Date.now() > until || this.child.exitCode !== null) throw new Error('the server does not answer');
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  private ended(signal: NodeJS.Signals): Promise<void> {
    const { child } = this;
    if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
    return new Promise((resolve) => {
      child.once('exit', () => resolve());
      child.kill(signal);
    });
  }

  /** Kills it as a power cut would. */
  kill(): Promise<void> {
    return this.ended('SIGKILL');
  }

  /** Kills it, unless it is dead already, and starts it again on the same port and folder. */
  async killAndRestart(): Promise<void> {
    await this.kill();
    this.child = TestServer.spawn(this.home, this.port, this.lan);
    await this.answers();
  }

  get pid(): number {
    const { pid } = this.child;
    if (pid === undefined) throw new Error('the server did not start');
    return pid;
  }

  /** Starts it again without waiting for its answer; resolves when it has ended, by itself or by a kill. */
  startUnwatched(): Promise<void> {
    this.child = TestServer.spawn(this.home, this.port, this.lan);
    const { child } = this;
    return new Promise((resolve) => child.once('exit', () => resolve()));
  }

  /** @param meterPort where a stand-in meter listens, which is then told what is true of the boards */
  loadDemo(meterPort: number | null = null): void {
    const told = meterPort === null ? [] : [String(meterPort)];
    const { status } = spawnSync(process.execPath, [join(ROOT, 'demo/dist/load.js'), this.url, ...told], {
      stdio: 'inherit',
    });
    if (status !== 0) throw new Error(`the demo did not load: ${String(status)}`);
  }

  /** Ends it in its own time; its data stays. */
  end(): Promise<void> {
    return this.ended('SIGTERM');
  }

  async stop(): Promise<void> {
    await this.end();
    rmSync(this.home, { recursive: true, force: true });
  }
}
