/** Why reading the works of others is refused. */
export const PEER_REFUSALS = ['nothing-to-read', 'no-peer-reading', 'reading-is-shown', 'says-too-little'] as const;
export type PeerRefusal = (typeof PEER_REFUSALS)[number];

export const peerRefusalWords = (why: PeerRefusal): string => WORDS[why];

const WORDS: Record<PeerRefusal, string> = {
  'nothing-to-read': 'There are not two works yet that could be read. Hand them out once more have come.',
  'no-peer-reading': 'Students do not read each other’s works here. Change the assignment first.',
  'reading-is-shown': 'What you said is shown to its writer already. Nothing more can be changed.',
  'says-too-little': 'Say something about the work as a whole before you hand this in.'
};
