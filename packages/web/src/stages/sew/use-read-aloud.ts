import { useEffect, useState } from 'react';

/** Reads words aloud when they change, while it is on; null where the browser has no voice. */
export function useReadAloud(words: string): { readonly isOn: boolean; readonly toggle: () => void } | null {
  const [voices, setVoices] = useState(() => voiceCount());
  const [isOn, setOn] = useState(false);
  useEffect(() => {
    if (!('speechSynthesis' in window)) return;
    const look = (): void => setVoices(voiceCount());
    speechSynthesis.addEventListener?.('voiceschanged', look);
    return () => speechSynthesis.removeEventListener?.('voiceschanged', look);
  }, []);
  useEffect(() => {
    if (!isOn || voices === 0) return;
    speechSynthesis.speak(new SpeechSynthesisUtterance(words.replaceAll('−', 'minus')));
    return () => speechSynthesis.cancel();
  }, [isOn, words, voices]);
  return voices === 0 ? null : { isOn, toggle: () => setOn(!isOn) };
}

/** How many voices the browser has; none where it cannot speak. */
function voiceCount(): number {
  return 'speechSynthesis' in window ? speechSynthesis.getVoices().length : 0;
}
