/**
 * What the made-up voice of `src/lib/ui/capture/simulated/reading.opus` reads aloud. It was spoken once by a speech synthesiser
 * of Debian's (`espeak-ng -v en-gb -s 150`, then `opusenc --bitrate 24`), and is kept in the repository.
 */
export const PASSAGE = [
  'Every morning the keeper counted the boats aloud, and every morning there were nine of them in the harbour.',
  'On the day of the fog he counted ten, and nobody asked whose the last one was, or where it had come from.',
  'The boat was late. Nobody said so, and the letter was read aloud, but not to the end.'
];
