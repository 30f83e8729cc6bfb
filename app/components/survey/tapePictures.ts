import type { MeasureName } from '#core/survey'

/** Where the tape goes for one measure, drawn in a frame of 320 × 200. */
export interface TapePicture {
  /** What stands there: cut, seen, and quietly behind. */
  cut?: string
  seen?: string
  quiet?: string
  /** Water, where it says which way things go. */
  water?: string
  /** The tape, from one end to the other; none where one only looks. */
  tape?: readonly [x1: number, y1: number, x2: number, y2: number]
  /** Where it is held or looked at, at the ends. */
  marks?: readonly (readonly [x: number, y: number])[]
}

const GROUND = 'M8 188H312'
const HOUSE = 'M60 188V92M260 188V92'
const ROOF = 'M44 92L84 34H236L276 92Z'
const GABLE = 'M70 188V100L160 40L250 100V188'
const GUTTER_FRONT = 'M40 96H280V110H40Z'
const HALF_ROUND = 'M100 70C100 150 220 150 220 70'
const BOX = 'M104 70V132H216V70'
const PIPE = 'M262 110V188M274 110V188'
const BARREL = 'M110 60C100 95 100 140 110 178H210C220 140 220 95 210 60Z'
const CAN = 'M110 90H200V178H110ZM200 110C236 104 250 92 262 76M110 100C80 70 130 44 168 62C190 70 200 84 200 92'

export const TAPE_PICTURES: Record<MeasureName, TapePicture> = {
  rainYear: {
    cut: 'M140 60V168H180V60M130 60H140M180 60H190',
    seen: 'M160 168V188M146 150H152M146 132H152M146 114H152M146 96H152M146 78H152',
    water: 'M142 120H178V166H142Z',
    quiet: `${GROUND}M60 22L54 40M100 14L94 32M220 18L214 36M262 26L256 44M160 12L154 30`,
    marks: [[180, 120]],
  },
  along: { cut: ROOF, seen: HOUSE, quiet: `${GROUND}M110 188V130H150V188M180 120H230V150H180Z`, tape: [44, 104, 276, 104] },
  across: { cut: GABLE, seen: 'M58 104L160 32L262 104', quiet: GROUND, tape: [160, 24, 262, 24], marks: [[262, 104]] },
  pitch: { cut: 'M50 160L230 60', seen: 'M50 160H230V60', quiet: 'M50 172H246', marks: [[92, 148]], tape: [50, 172, 230, 172] },
  cover: {
    cut: ROOF,
    seen: 'M58 72H262M70 54H250M100 92V72M140 92V72M180 92V72M220 92V72M120 72V54M160 72V54M200 72V54M140 54V34M180 54V34',
    quiet: `${HOUSE}${GROUND}`,
    marks: [[160, 63]],
  },
  gutterWidth: {
    cut: HALF_ROUND,
    quiet: 'M236 40V176M236 56L160 14',
    water: 'M108 104C112 138 208 138 212 104Z',
    tape: [100, 62, 220, 62],
  },
  gutterDepth: { cut: BOX, quiet: 'M236 40V176M236 56L160 14', water: 'M106 104H214V130H106Z', tape: [160, 70, 160, 132] },
  gutterFall: {
    cut: 'M30 80L290 96V108L30 92Z',
    seen: 'M30 76H290',
    quiet: 'M266 108V188M278 108V188M8 188H312',
    tape: [290, 76, 290, 96],
    marks: [[30, 80]],
  },
  outletAt: { cut: GUTTER_FRONT, seen: PIPE, quiet: `M40 110V188${GROUND}`, tape: [40, 84, 268, 84], marks: [[268, 103]] },
  outletBore: { cut: HALF_ROUND, seen: 'M136 128V180M184 128V180', quiet: 'M236 40V188', tape: [136, 152, 184, 152] },
  outletHeight: {
    cut: GUTTER_FRONT,
    seen: PIPE,
    quiet: `M40 110V188M292 70V188${GROUND}`,
    tape: [246, 110, 246, 188],
    marks: [
      [268, 110],
      [268, 188],
    ],
  },
  pipeOutside: { seen: 'M136 20V188M184 20V188', quiet: 'M96 10V190M136 70H184M136 84H184', tape: [136, 120, 184, 120] },
  vesselHeight: { cut: BARREL, seen: 'M106 60H214M104 100H216M104 140H216', quiet: 'M8 178H312', tape: [240, 60, 240, 178] },
  vesselWidth: { cut: BARREL, seen: 'M106 60H214M104 100H216M104 140H216', quiet: 'M8 178H312', tape: [102, 118, 218, 118] },
  canHeight: { cut: CAN, quiet: 'M8 178H312', tape: [60, 50, 60, 178] },
  canVolume: { cut: CAN, water: 'M112 112H198V176H112Z', quiet: 'M8 178H312', marks: [[200, 112]] },
}
