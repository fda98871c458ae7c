/** What can be seen that speaks for or against a cause, with its words. `of`: what is correlated counts once, the strongest of it. */
export interface EvidenceFacts {
  says: string;
  /** How it reads where it was looked for and is not there. */
  absent: string;
  of: string;
  /** Of the machine, the field or the weather, also where a row is asked about. */
  whole: boolean;
}

/** How plainly a sign shows: looked for and not there, a hint of it, seen, or plain to see (in more than one place, or far beyond chance). */
export const SIGHTINGS = ['not', 'hint', 'seen', 'plain'] as const;
export type Sighting = (typeof SIGHTINGS)[number];

const sign = (of: string, says: string, absent: string): EvidenceFacts => ({
  of,
  says,
  absent,
  whole: false,
});
const ofWhole = (of: string, says: string, absent: string): EvidenceFacts => ({
  ...sign(of, says, absent),
  whole: true,
});

/** Of a row beside its sisters, then of the furrow, the gaps and plants dug, the machine, the field and its weather. */
export const EVIDENCE_FACTS = {
  rowShallow: sign('depth', 'its seed lies shallower than it should', 'its seed is not shallow'),
  rowDeep: sign('depth', 'its seed lies deeper than it should', 'its seed is not deep'),
  rowLoose: sign(
    'spread',
    'its depths scatter more than its sisters’',
    'its depths scatter no more than its sisters’',
  ),
  rowThin: sign(
    'missing',
    'it stands thinner than its sisters',
    'it stands no thinner than its sisters',
  ),
  rowLate: sign('late', 'more of its plants are late', 'no more of its plants are late'),
  rowSkips: sign('missing', 'more of its places are empty', 'no more of its places are empty'),
  rowDoubles: sign(
    'doubles',
    'more of its places hold two plants',
    'no more of its places hold two',
  ),
  rowScatter: sign('scatter', 'its spacing scatters more', 'its spacing scatters no more'),
  gapsRepeat: sign(
    'repeat',
    'its gaps come again every turn of the disc',
    'its gaps do not come again with the disc',
  ),
  longBlank: sign('blank', 'one long stretch of it is blank', 'no long stretch of it is blank'),
  tracksWorse: ofWhole(
    'tracks',
    'rows behind tyres do worse together',
    'rows behind tyres do no worse',
  ),
  tracksSmeared: ofWhole(
    'track walls',
    'side walls are smeared in rows behind tyres alone',
    'side walls behind tyres are as in other rows',
  ),
  wFloor: sign(
    'shape',
    'the furrow has a ridge in its floor (W)',
    'the furrow has no ridge in its floor',
  ),
  falseBottom: sign(
    'floor',
    'the floor under the seed is hollow: a false bottom',
    'the floor under the seed is firm',
  ),
  smearedWall: sign('wall', 'the side wall is smeared and shiny', 'the side wall is loose'),
  openSlot: sign('closing', 'the slot is open', 'the slot is closed'),
  looseSlot: sign('closing', 'the slot is closed but loose', 'the slot is closed and firm'),
  packedSlot: sign(
    'closing',
    'the soil over the seed is packed',
    'the soil over the seed is not packed',
  ),
  hairPinned: sign(
    'contact',
    'residue is pressed into the furrow',
    'no residue is pressed into the furrow',
  ),
  airPockets: sign('contact', 'air stands around the seed', 'soil lies tight around the seed'),
  dryClods: sign('contact', 'dry clods lie around the seed', 'no clods lie around the seed'),
  wheelsDiffer: sign(
    'wheels',
    'its closing wheels are another make',
    'its closing wheels are those of its sisters',
  ),
  gapsWithoutSeed: sign('empty gaps', 'its gaps hold no seed', 'its gaps hold a seed'),
  gapsDry: sign('dry gaps', 'seeds in gaps are hard and dry', 'no seed in a gap is dry'),
  gapsDriedOut: sign(
    'dry gaps',
    'seeds in gaps sprouted, then dried',
    'none in a gap sprouted and dried',
  ),
  gapsRotten: sign(
    'rotten gaps',
    'seeds in gaps are soft and rotten',
    'no seed in a gap is rotten',
  ),
  gapsAbnormal: sign(
    'abnormal gaps',
    'seedlings in gaps are abnormal in good soil',
    'none in a gap is abnormal',
  ),
  gapsBent: sign('shoots', 'shoots in gaps are bent or corkscrewed', 'no shoot in a gap is bent'),
  gapsLeafedOut: sign('shoots', 'leaves opened below ground', 'no leaves opened below ground'),
  gapsEaten: sign('eaten gaps', 'seeds in gaps are gone or chewed', 'no seed in a gap is chewed'),
  gapsHollow: sign(
    'hollow gaps',
    'seeds in gaps are hollow or tunnelled',
    'no seed in a gap is hollow',
  ),
  latePlaced: sign(
    'why late',
    'late plants lie at another depth than their neighbours',
    'late plants lie as deep as their neighbours',
  ),
  lateSameDepth: sign(
    'why late',
    'late plants lie as deep as their neighbours',
    'late plants lie elsewhere than their neighbours',
  ),
  allShallow: ofWhole(
    'machine depth',
    'the whole machine plants shallow',
    'the machine as a whole is not shallow',
  ),
  allDeep: ofWhole(
    'machine depth',
    'the whole machine plants deep',
    'the machine as a whole is not deep',
  ),
  allLoose: ofWhole(
    'machine spread',
    'depths scatter in every row',
    'depths do not scatter in every row',
  ),
  allSkips: ofWhole(
    'machine skips',
    'places are empty in every row, and hold no seed',
    'the machine as a whole does not skip',
  ),
  allDoubles: ofWhole(
    'machine doubles',
    'places hold two plants in every row',
    'the machine as a whole does not double',
  ),
  allScatter: ofWhole(
    'machine scatter',
    'spacing scatters in every row',
    'spacing does not scatter in every row',
  ),
  patches: ofWhole('pattern', 'it keeps to places in the field', 'it does not keep to places'),
  everywhere: ofWhole(
    'pattern',
    'it is the same all over the field',
    'it is not the same all over',
  ),
  coldRain: ofWhole(
    'weather',
    'cold water came within two days of planting',
    'no cold water came within two days',
  ),
  crustRain: ofWhole(
    'crust weather',
    'hard rain, then sun, came before it was up',
    'no hard rain and sun came before it was up',
  ),
  soaked: ofWhole(
    'wet weather',
    'it rained and rained after planting',
    'it did not rain much after planting',
  ),
  dryWeather: ofWhole('dry weather', 'it stayed dry after planting', 'it did not stay dry'),
  soilWet: ofWhole('moisture', 'the furrow felt wet', 'the furrow did not feel wet'),
  seedsDry: ofWhole('moisture', 'seeds lay in dry soil', 'seeds lay in moist soil'),
  crustSeen: sign('cover', 'a crust lies over the row', 'no crust lies over the row'),
  residueOver: sign('residue', 'residue lies over the row', 'no residue lies over the row'),
  clodsOver: sign('clods', 'clods lie over the row', 'no clods lie over the row'),
  slotReopened: sign('slot', 'the slot stands open again', 'the slot has stayed shut'),
  rootsFlat: sign('root form', 'roots run flat along the slot', 'roots run straight down'),
  cutPlants: sign('cut', 'plants are cut at the ground', 'no plants are cut'),
  slimedLeaves: sign('slime', 'leaves are ragged and slimed', 'leaves are not slimed'),
  pulledPlants: sign('pulled', 'plants are pulled out', 'no plants are pulled out'),
  tunnelledPlants: sign(
    'tunnels',
    'plants wilt, tunnelled at their base',
    'no plants are tunnelled',
  ),
  softRoots: sign('rot', 'roots are soft and brown', 'roots are not soft'),
  shortThickRoots: sign('thick', 'roots are short and thick', 'roots are not short and thick'),
  brownTips: sign('tips', 'root tips are brown on one side', 'root tips are not brown'),
  frostedLeaves: sign('leaves', 'leaves went dark, then straw-coloured', 'leaves are not frosted'),
} as const satisfies Record<string, EvidenceFacts>;

export type DiagnosticSign = keyof typeof EVIDENCE_FACTS;
