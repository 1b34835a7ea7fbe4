/**
 * Join phrases: three words that let someone into a course. Short enough to say across a room, and about a
 * hundred million of them, so that guessing is hopeless at a few tries an hour.
 */

/** A phrase from three draws. @param draw a number from 0 up to, not including, its argument; must be unguessable */
export function makeJoinPhrase(draw: (below: number) => number): string {
  return [0, 1, 2].map(() => WORDS[draw(WORDS.length)]).join(' ');
}

/**
 * A phrase as someone typed it, in the form in which it is kept: capitals, hyphens, dots and too many spaces do not
 * matter. Null where it is not three words.
 */
export function readJoinPhrase(typed: string): string | null {
  const words = typed
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((word) => word !== '');
  return words.length === 3 && words.every((word) => word.length <= 20) ? words.join(' ') : null;
}

/** Wrong phrases that one person may try within an hour. */
export const JOIN_TRIES = 10;

/** Why a phrase or an invitation lets nobody in. */
export const JOIN_REFUSALS = [
  'not-three-words',
  'unknown-phrase',
  'too-many-phrases',
  'already-in',
  'invitation-unknown',
  'invitation-used',
  'invitation-over',
  'invitation-withdrawn',
  'invitation-for-another'
] as const;
export type JoinRefusal = (typeof JOIN_REFUSALS)[number];

/** Why it did not work, then what to do; kindly, since the phrase was read off a wall. */
export function joinRefusalWords(why: JoinRefusal): string {
  return REFUSAL_WORDS[why];
}

const REFUSAL_WORDS: Record<JoinRefusal, string> = {
  'not-three-words': 'A join phrase has three words, such as "amber tide lantern". Write all three.',
  'unknown-phrase':
    'No course answers to that phrase. Check each word with your teacher; it may have been changed or closed.',
  'too-many-phrases':
    'That were many tries for one hour. Nothing is wrong with your account: ask your teacher to read the phrase to you, and try again in an hour.',
  'already-in': 'You are in this course already.',
  'invitation-unknown':
    'This invitation is not known here. Open the link in the newest mail, or ask your teacher for another.',
  'invitation-used': 'This invitation was used already. If it was not you, ask your teacher for another.',
  'invitation-over': 'This invitation is over. Ask your teacher for another; nothing else is lost.',
  'invitation-withdrawn': 'Your teacher withdrew this invitation. Ask them if you think that you belong here.',
  'invitation-for-another': 'This invitation is for someone else.'
};

// Plain words that are hard to mishear and say nothing about anybody.
const WORDS = (
  'acorn agate alder almond amber anchor anvil apple april arch arrow ash aspen atlas autumn axle badge badger ' +
  'ballad bamboo banjo barge bark barley barn basil basin basket bay beach beacon beaver beech bell berry birch ' +
  'bison blanket bloom blue boat bolt bonfire book boot bottle boulder bow bowl bramble branch brass bread breeze ' +
  'brick bridge bronze brook broom brush bucket buckle button cabin cable cactus camel candle canoe canvas cape ' +
  'caper carbon cargo carpet carrot castle cave cedar cello chalk charm chart cherry chess chestnut chime cinder ' +
  'circle citrus clay clef cliff cloak clock cloud clover coast cobalt cocoa comet compass copper coral cork ' +
  'corner cotton crab crane crater creek cress crown crystal cube cup current cypress daisy dam dawn delta desk ' +
  'dew dial diamond dolphin dome door dove drum dune dusk eagle earth easel echo eclipse elder elm ember emerald ' +
  'engine falcon feather fennel fern ferry fiddle field fig finch fir flag flame flax flint flute fog forest ' +
  'fossil fountain fox frame frost galaxy garden garlic gate gem geyser ginger glacier glass globe glove gold ' +
  'goose granite grape grass gravel green grove guitar gull hammer harbor harp harvest hatch hazel heath hedge ' +
  'helm herb heron hill hive holly honey hook horn ice igloo indigo ink iris iron island ivory ivy jade jasper jet ' +
  'jewel jungle juniper kayak kelp kettle key kiln kite lace ladder lagoon lake lamp lantern larch lark laurel ' +
  'lava leaf ledger lemon lens lichen lily lime linen lion loaf lobby locket loom lotus lunar lynx magnet mango ' +
  'map maple marble march marsh mast maze meadow melon mesa metal meteor mill mint mirror mist mitten moat moon ' +
  'mosaic moss moth motor mountain nectar needle nest nettle nickel night noon north nutmeg oak oar oasis oat ' +
  'ocean olive onion onyx opal orbit orchid organ otter owl oyster paddle page paint palm panda paper parcel pearl ' +
  'pebble pencil pepper piano pier pilot pine pixel plain planet plate plum pocket pond poplar poppy port prism ' +
  'pulley pump quarry quartz quill quilt radish raft rain raven reed reef ribbon rice ridge river robin rocket ' +
  'root rope rose ruby rudder rye saddle saffron sage sail salmon salt sand satin scarf school scroll seal season ' +
  'seed shadow shell ship shore signal silk silver slate sleet snow solar sonnet spark sparrow spice spring spruce ' +
  'square stable star statue steam stone storm stove straw stream summer sun swan table tailor tangle tartan ' +
  'teapot temple thistle thread thunder thyme tide tiger timber tin topaz torch tower trail train tulip tunnel ' +
  'turnip turtle valley vase velvet vessel village vine violet violin wagon walnut water wave wax weaver well ' +
  'wharf wheat wheel whistle willow wind window winter wood wool wren yarn yellow yew zebra zenith zinc'
).split(' ');
