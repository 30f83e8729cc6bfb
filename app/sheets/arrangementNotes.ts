import type { UnitSystem } from '#core/units/quantity'

/** In whose goods each arrangement is shown, and what a builder of it should know. */
export const ARRANGEMENT_NOTES: readonly { system: UnitSystem; note: string }[] = [
  {
    system: 'metric',
    note: 'A closed drum has no opening that a hand gets through, so both its threads are cut into the wall and made up from outside. The trough is at the height of the drum’s full level: what it does not take goes on down the pipe, and no overflow is needed. The lower pipe is swung aside for the trough, which is why its clips are loosened first.',
  },
  {
    system: 'imperial',
    note: 'On its head the drum drains to the last drop through its own bung. The bung looks down, so an elbow turns the way to the front; a tee with a plug is left in it for the next drum. The old downpipe is sawn off above the cut-out bottom, which is the top now, and led over it.',
  },
  {
    system: 'imperial',
    note: 'An open-head drum under a screened lid. The outlet sits a foot up: what lies below it stays as settling room, and a can fits under it.',
  },
  {
    system: 'imperial',
    note: 'The bung is cut out and the opening screened: a closed head stays stiff, and its mesh is small enough to hold down with eight screws. The outlet is threaded into the wall, for no hand reaches it.',
  },
  {
    system: 'imperial',
    note: 'With its top cut off the drum takes all that comes, so its overflow is as wide as the pipe that feeds it, and leads to the wet bed with a fall all the way.',
  },
  {
    system: 'metric',
    note: 'The common butt: its lid lifts off, so one leans in to hold the nuts. The trough’s first mark lies 10 mm under the rim, the second 30 mm further down.',
  },
  {
    system: 'metric',
    note: 'The diverter is made for 80 mm pipe, so an adapter goes on each side of it: they count in what is sawn out, 325 mm in all. Nothing else of the old pipe is changed.',
  },
  {
    system: 'metric',
    note: 'A downpipe laid across the gable joins the other at a branch, so two gutters feed the first butt; the second takes what the first cannot hold, at its overflow’s own height.',
  },
  {
    system: 'imperial',
    note: 'A low link keeps both barrels at one level; its valve has a union on either side, so either barrel comes out alone. The pump lifts to the header behind the wall and stops by its float. Whoever may does the wiring.',
  },
  {
    system: 'imperial',
    note: 'Two chambers hang one after the other from two tees with a joiner between; each is emptied by hand through its screw cap. The tote’s own valve and cap are used: nothing is drilled where they are.',
  },
  {
    system: 'imperial',
    note: 'The chambers empty by themselves through a dripper. The inlet pipe is put together outside and let in through the cap, its foot turned up, so that sediment stays where it lies; the overflow leaves at the far corner.',
  },
  {
    system: 'metric',
    note: 'A tote at each end, each with its own flap: whoever turns one in autumn has to turn both. The long hose is bought by the reel and leads by gravity alone.',
  },
  {
    system: 'imperial',
    note: 'Four totes at one level. Seals in the walls are fitted from outside, since an arm does not get from the cap to a hole near the floor; every link has a valve with unions, so all of it comes apart before frost. The crown of the hooped overflow is aired, or it would siphon.',
  },
  {
    system: 'imperial',
    note: 'The upper tote loads the lower one with all its weight: only where its maker rates it, on a slab. Its overflow goes down a new pipe on the wall, into which the winter shut-off leads as well.',
  },
  {
    system: 'imperial',
    note: 'Shown so that its measures close and nothing is forgotten; it stands higher than anything a builder should stand behind without a design. Posts go all the way up, decks hang on them, every side is braced, and it is to be anchored.',
  },
  {
    system: 'metric',
    note: 'A tank of this size is moved by a machine and drilled where it stands. The ball needs its seat: an eccentric reducer, its flat side marked before it is turned into place. The old pipe is sawn twice, under the rain head and over the tee.',
  },
  {
    system: 'metric',
    note: 'The float shuts the inlet when the tank is full, and the rest goes round by the by-pass. Tanks on gravel stand level together or the link drains the higher one. Drip wants a filter and a regulator behind the pump.',
  },
  {
    system: 'imperial',
    note: 'The pipe between house and totes stands full underground: the trench comes first, the pipe lies on sand and falls to a clean-out, and the ground is closed only when it has held water. Drain it before frost.',
  },
  {
    system: 'metric',
    note: 'The first water fills a tank of its own, which is set on a base like any other, drains by a valve at its foot and leads on near its rim. The link to the house is for a licensed plumber.',
  },
  {
    system: 'imperial',
    note: 'One gutter is led to two pipes, and the far one’s water is carried along the wall: whole lengths of pipe and one short rest, strapped every four feet.',
  },
  {
    system: 'metric',
    note: 'Head and chambers are added before a tank that stands there already; what it held is not known, so it is not used for anything but ornamentals until it is.',
  },
]
