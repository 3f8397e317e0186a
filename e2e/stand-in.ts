import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { join } from 'node:path';

/** The built stand-in meter on a free port of this machine. */
export class StandIn {
  private constructor(
    readonly port: number,
    /** Where the power meter listens. */
    readonly powerPort: number,
    private readonly child: ChildProcess,
  ) {}

  /** @param keepFile where it keeps what is true of the boards; `null` forgets with the end */
  static start(keepFile: string | null = null): Promise<StandIn> {
    const kept = keepFile === null ? [] : [keepFile];
    const child = spawn(process.execPath, [join(process.cwd(), 'demo/dist/meter.js'), '0', ...kept], {
      stdio: ['pipe', 'pipe', 'inherit'],
    });
    return new Promise((resolve, reject) => {
      child.once('error', reject);
      child.once('exit', (code) => reject(new Error(`the stand-in ended with ${String(code)}`)));
      child.stdout.once('data', (text: Buffer) => {
        const [port, power] = text.toString().trim().split(' ').map(Number);
        resolve(new StandIn(port ?? 0, power ?? 0, child));
      });
    });
  }

  stop(): Promise<void> {
    const { child } = this;
    if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
    return new Promise((resolve) => {
      child.once('exit', () => resolve());
      child.kill('SIGKILL');
    });
  }
}
