import type { OnModuleDestroy } from '@nestjs/common';
import { HttpStatus, Injectable } from '@nestjs/common';
import type { AskMeterDto, MeterAnswer, MeterState } from '@zebbit/contract';
import type { MeterMode, MeterShown } from '@zebbit/core';
import { readMeterLine } from '@zebbit/core';
import { ApiError, badField, conflict } from '../errors/api-error';
import { nearbyAddress } from './nearby';
import { LinkError } from './open-socket';
import { ScpiLink } from './scpi-link';

const CONFIGURE: Readonly<Record<Exclude<MeterMode, 'seen'>, string>> = {
  continuity: 'CONF:CONT',
  ohms: 'CONF:RES',
  diode: 'CONF:DIOD',
  volts: 'CONF:VOLT:DC',
};
/** One printable line. */
const SAYS_WHAT_IT_IS = /^[\x20-\x7e]+$/u;
const STAND_IN = /stand-in/iu;
/** A figure that grew by this share between two looks is still climbing: a large capacitor fills. */
const CLIMBS_BY = 1.1;
const CLIMB_FROM_OHMS = 1000;

/** The one meter on the wire. Nothing it says is stored here: the person takes a reading, or does not. */
@Injectable()
export class InstrumentsService implements OnModuleDestroy {
  private link: ScpiLink | null = null;
  private at = { host: '', port: 0 };
  private name = '';
  private set: MeterMode | null = null;
  private trouble: string | null = null;

  state(): MeterState {
    const closed = this.link?.closed ?? null;
    return {
      connected: this.link !== null && closed === null,
      ...this.at,
      name: this.name,
      standIn: STAND_IN.test(this.name),
      trouble: closed?.message ?? this.trouble,
    };
  }

  async connect(host: string, port: number): Promise<MeterState> {
    const address = await nearbyAddress(host);
    if (address === null)
      throw badField('host', 'not-nearby', `${host} is no address of this machine or its private network`);
    this.disconnect();
    this.at = { host, port };
    try {
      const link = await ScpiLink.open(address, port);
      this.link = link;
      const name = (await link.ask('*IDN?')).trim().slice(0, 120);
      if (!SAYS_WHAT_IT_IS.test(name)) throw new LinkError('What answers there does not say what it is');
      this.name = name;
    } catch (error) {
      throw this.failed(error);
    }
    return this.state();
  }

  disconnect(): void {
    this.link?.close();
    this.link = null;
    this.set = null;
    this.name = '';
    this.trouble = null;
  }

  /** One reading. Fails, and gives nothing, on a lost link or on what is no reading. */
  async read({ job, red, black, mode }: AskMeterDto): Promise<MeterAnswer> {
    const { link } = this;
    if (!link) throw conflict('no-meter', 'No meter is connected', 'Connect one under Meter on the ledge');
    try {
      if (this.set !== mode) await link.say(CONFIGURE[mode]);
      this.set = mode;
      if (STAND_IN.test(this.name)) await link.say(`SIM:TIPS "${job}","${red}","${black}"`);
      const first = this.shownBy(await link.ask('READ?'), mode);
      if (mode !== 'ohms' || first.shown !== 'value' || (first.value ?? 0) < CLIMB_FROM_OHMS)
        return { shown: first };
      const second = this.shownBy(await link.ask('READ?'), mode);
      const grew = second.shown === 'value' && (second.value ?? 0) > CLIMBS_BY * (first.value ?? 0);
      return { shown: grew ? { shown: 'climbs', value: null } : second };
    } catch (error) {
      throw this.failed(error);
    }
  }

  private shownBy(line: string, mode: MeterMode): MeterShown {
    const entry = readMeterLine(line, mode);
    if (entry.ok) return entry.shown;
    // What sends garbage is no meter, or is one no longer: nothing more is asked of it.
    this.disconnect();
    this.trouble = entry.message;
    throw new ApiError(HttpStatus.BAD_GATEWAY, {
      code: 'meter-garbage',
      message: entry.message,
      hint: 'Nothing was kept and the link is closed. Connect the meter again',
    });
  }

  private failed(error: unknown): Error {
    if (!(error instanceof LinkError)) return error instanceof Error ? error : new Error(String(error));
    this.disconnect();
    this.trouble = error.message;
    return new ApiError(HttpStatus.BAD_GATEWAY, {
      code: 'meter-lost',
      message: error.message,
      hint: 'Nothing was kept. Connect the meter again',
    });
  }

  onModuleDestroy(): void {
    this.disconnect();
  }
}
