import { create } from 'zustand';

/** The little of Web Serial that is used here; not every browser has it. */
interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null;
  open(options: { readonly baudRate: number }): Promise<void>;
  close(): Promise<void>;
}
interface Serial {
  requestPort(): Promise<SerialPort>;
}

/** The browser's serial ports; `null` where it has none. */
export function webSerial(): Serial | null {
  return (navigator as Navigator & { readonly serial?: Serial }).serial ?? null;
}

export const BAUD_RATES = [1200, 2400, 4800, 9600, 19_200, 38_400, 115_200] as const;

interface SerialMeter {
  /** The last whole line that came; `null` while nothing is connected. */
  readonly line: string | null;
  readonly trouble: string | null;
  readonly connect: (baudRate: number) => Promise<void>;
  readonly disconnect: () => void;
}

let stop: (() => void) | null = null;
const onStop = (act: () => void): void => void (stop = act);

/** A meter that sends one reading a line over a serial port. Lines are shown as they come, and kept nowhere. */
export const useSerialMeter = create<SerialMeter>((set) => ({
  line: null,
  trouble: null,
  connect: async (baudRate) => {
    const serial = webSerial();
    if (!serial) {
      set({ trouble: 'This browser has no serial ports' });
      return;
    }
    try {
      const port = await serial.requestPort();
      await port.open({ baudRate });
      set({ line: '', trouble: null });
      void follow(port, (line) => set({ line }), onStop).then(
        () => set({ line: null, trouble: 'The meter has gone from the serial port' }),
        (reason: unknown) =>
          set({ line: null, trouble: reason instanceof Error ? reason.message : 'The serial port failed' }),
      );
    } catch (reason) {
      set({ line: null, trouble: reason instanceof Error ? reason.message : 'The serial port did not open' });
    }
  },
  disconnect: () => {
    stop?.();
    set({ line: null, trouble: null });
  },
}));

/** Longer lines are no readings and are cut off, so that a stream without ends does not grow. */
const LONGEST = 256;

/** Gives every whole line of a port to `show`, until the port ends. */
export async function follow(
  port: SerialPort,
  show: (line: string) => void,
  onStop: (stop: () => void) => void = () => undefined,
): Promise<void> {
  const reader = port.readable?.getReader();
  if (!reader) throw new Error('The serial port cannot be read');
  onStop(() => void reader.cancel());
  const words = new TextDecoder();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + words.decode(value, { stream: true })).split(/\r?\n|\r/u);
    rest = (lines.pop() ?? '').slice(-LONGEST);
    for (const line of lines) if (line.trim() !== '') show(line.slice(0, LONGEST));
  }
  reader.releaseLock();
  await port.close();
}
