import { beforeEach, describe, expect, it } from '@jest/globals';
import { rememberColumns } from './column-memory';
import { createPowerStore } from './power-store';

const VOLTS_AMPS = { time: 0, volts: 1, amps: 2, milliamps: false, millivolts: false };
const lines = (power: ReturnType<typeof createPowerStore>, list: readonly string[]): void => {
  for (const line of list) power.hear(line);
};

describe('what a power meter sends while a job is looked at', () => {
  beforeEach(() => localStorage.clear());
  it('bare figures are asked about, read as they are told, and dropped until then', () => {
    const power = createPowerStore(null);
    lines(power, ['0,5.01,0.45', '1,5.02,0.44']);
    expect(power.store.getState()).toMatchObject({ count: 0, watch: null, asks: expect.any(Array) });
    power.tell(VOLTS_AMPS);
    lines(power, ['2,5.01,0.45', '3,5.02,0.44']);
    expect(power.record).toEqual({ seconds: [2, 3], amps: [0.45, 0.44], volts: [5.01, 5.02] });
    expect(power.store.getState().watch).toMatchObject({ state: 'charging' });
  });
  it('columns of another time are used and said; of another meter they are dropped with what was read so', () => {
    rememberColumns(3, VOLTS_AMPS);
    const power = createPowerStore(null);
    lines(power, ['0,0.45,5.01', '1,0.44,5.02']);
    expect(power.store.getState()).toMatchObject({ count: 2, recalled: expect.any(Array) });
    power.askAgain();
    lines(power, ['2,0.45,5.01']);
    expect(power.store.getState()).toMatchObject({ count: 0, watch: null, asks: expect.any(Array) });
    power.tell({ ...VOLTS_AMPS, volts: 2, amps: 1 });
    lines(power, ['3,0.45,5.01']);
    expect(power.record).toEqual({ seconds: [3], amps: [0.45], volts: [5.01] });
  });
  it('a clock that starts anew is another charge; a time that stands still is no second sample', () => {
    const power = createPowerStore(null);
    lines(power, ['time,volts,amps', '10,5,0.4', '10,5,0.4', '11,5,0.4', '0,5,0.1']);
    expect(power.record.seconds).toEqual([0]);
    power.clear();
    expect(power.store.getState()).toMatchObject({ count: 0, watch: null });
  });
});
