/** Says words aloud where the device can: nothing happens where it cannot. */
export function speak(words: string): void {
  if ('speechSynthesis' in window) window.speechSynthesis.speak(new SpeechSynthesisUtterance(words))
}
