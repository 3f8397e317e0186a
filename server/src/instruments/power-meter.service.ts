import type { OnModuleDestroy } from '@nestjs/common';
import { HttpStatus, Injectable } from '@nestjs/common';
import type { PowerLines, PowerMeterState } from '@zebbit/contract';
import { ApiError, badField, conflict } from '../errors/api-error';
import { LineStream } from './line-stream';
import { nearbyAddress } from './nearby';
import { LinkError } from './open-socket';

/** As many lines go out at once. */
const MOST_AT_ONCE = 20_000;
/** The first line of a stand-in: what it can act out. */
const SCENES = /^# stand-in power meter; scenes: (.+)$/u;

/** The one power meter on the wire: its lines are kept while it is connected, and read by the page. */
@Injectable()
export class PowerMeterService implements OnModuleDestroy {
  private stream: LineStream | null = null;
  private at = { host: '', port: 0 };
  private first = '';

  state(): PowerMeterState {
    const closed = this.stream?.closed ?? null;
    // A stand-in says what it is before anything else; later that line may be gone.
    this.first ||= this.stream?.since(0, 1).lines[0]?.[1] ?? '';
    const said = SCENES.exec(this.first);
    return {
      connected: this.stream !== null && closed === null,
      ...this.at,
      count: this.stream?.count ?? 0,
      head: this.stream?.head ?? null,
      scenes: said?.[1]?.split(', ') ?? [],
      trouble: closed?.message ?? null,
    };
  }

  async connect(host: string, port: number): Promise<PowerMeterState> {
    const address = await nearbyAddress(host);
    if (address === null)
      throw badField('host', 'not-nearby', `${host} is no address of this machine or its private network`);
    this.disconnect();
    this.at = { host, port };
    try {
      this.stream = await LineStream.open(address, port);
    } catch (error) {
      if (!(error instanceof LinkError)) throw error;
      throw new ApiError(HttpStatus.BAD_GATEWAY, {
        code: 'meter-lost',
        message: error.message,
        hint: 'Is it switched on, and does it send its samples there?',
      });
    }
    return this.state();
  }

  disconnect(): void {
    this.stream?.close();
    this.stream = null;
    this.first = '';
  }

  lines(from: number): PowerLines {
    const { stream } = this;
    return { state: this.state(), ...(stream ? stream.since(from, MOST_AT_ONCE) : { from, lines: [] }) };
  }

  /** Has a stand-in act out a scene from its beginning. */
  scene(name: string): PowerMeterState {
    const state = this.state();
    if (!this.stream || !state.connected)
      throw conflict('no-meter', 'No power meter is connected', 'Connect one under Prove');
    if (!state.scenes.includes(name))
      throw badField('scene', 'unknown-scene', `The power meter has no scene ${name}`);
    this.stream.say(`SCENE ${name}`);
    return state;
  }

  onModuleDestroy(): void {
    this.disconnect();
  }
}
