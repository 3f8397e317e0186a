import { useEffect, useState } from 'react';
import { create } from 'zustand';

interface Aloud {
  readonly on: boolean;
  readonly toggle: () => void;
}

/** Whether the next probe is read aloud; off until asked for. */
export const useAloud = create<Aloud>((set) => ({ on: false, toggle: () => set((s) => ({ on: !s.on })) }));

function localVoice(): SpeechSynthesisVoice | null {
  if (typeof speechSynthesis === 'undefined') return null;
  // Voices of a service far away would send the words out of the house.
  const voices = speechSynthesis.getVoices().filter((v) => v.localService);
  return voices.find((v) => v.lang.startsWith('en')) ?? voices[0] ?? null;
}

/** The browser's own voice, once it has named one; `null` where it has none. */
export function useLocalVoice(): SpeechSynthesisVoice | null {
  const [voice, setVoice] = useState(localVoice);
  useEffect(() => {
    if (typeof speechSynthesis === 'undefined') return;
    const look = (): void => setVoice(localVoice());
    speechSynthesis.addEventListener('voiceschanged', look);
    return () => speechSynthesis.removeEventListener('voiceschanged', look);
  }, []);
  return voice;
}

/** Reads a sentence aloud when it changes, while that is switched on. */
export function useReadAloud(sentence: string): void {
  const voice = useLocalVoice();
  const { on } = useAloud();
  useEffect(() => {
    if (!on || !voice || sentence === '') return;
    const words = new SpeechSynthesisUtterance(sentence);
    words.voice = voice;
    words.rate = 1.1;
    speechSynthesis.cancel();
    speechSynthesis.speak(words);
  }, [on, voice, sentence]);
}
