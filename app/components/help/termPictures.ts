import type { Term } from './terms'

/** A small drawing of what a word means, in a frame of 200 × 120; the thing itself is marked. */
export interface TermPicture {
  cut?: string
  seen?: string
  quiet?: string
  water?: string
  /** What is meant, in pencil. */
  mark?: string
}

const WALL = 'M20 8V112'
const GROUND = 'M6 112H194'
const BUTT = 'M110 50V110H160V50'

export const TERM_PICTURES: Partial<Record<Term, TermPicture>> = {
  head: { cut: BUTT, water: 'M112 60H158V108H112Z', seen: 'M160 100H176V106', quiet: GROUND, mark: 'M186 60V103M181 60H191M181 103H191' },
  outlet: { cut: 'M40 30C40 66 120 66 120 30', seen: 'M68 56V112M92 56V112', quiet: WALL, mark: 'M66 57H94' },
  neck: { seen: 'M100 10V30L50 62V112M116 10V36L66 68V112', quiet: WALL, mark: 'M108 30L58 66' },
  diverter: {
    seen: 'M56 6V40M76 6V40M56 62V112M76 62V112M84 52L120 58',
    cut: `M48 40H84V62H48Z${BUTT}`,
    water: 'M112 62H158V108H112Z',
    quiet: GROUND,
    mark: 'M66 8V44L90 54L118 62',
  },
  lip: {
    cut: 'M40 30H160V80H40Z',
    seen: 'M80 6V30M120 6V30M80 80V112M120 80V112M84 50V80M116 50V80',
    water: 'M42 52H82V78H42ZM118 52H158V78H118Z',
    mark: 'M78 50H90M110 50H122',
  },
  mark: { seen: 'M80 6V112M120 6V112', quiet: 'M40 6V112', mark: 'M70 56H130M70 76H130' },
  lap: { seen: 'M84 6V70M116 6V70', cut: 'M76 50V112M124 50V112', mark: 'M140 50V70M134 50H146M134 70H146' },
  firstFlush: {
    seen: 'M60 6V24H120M60 6M78 6V14H120',
    cut: 'M58 24V104H80V24',
    water: 'M60 50H78V102H60Z',
    quiet: GROUND,
    mark: 'M69 44m-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0',
  },
  rainHead: { cut: 'M60 40L84 76H116L140 40', seen: 'M92 76V112M108 76V112M100 4V20', mark: 'M56 44L144 30', water: 'M96 20H104V30H96Z' },
  screen: {
    cut: 'M40 40H160',
    mark: 'M50 40V60M60 40V60M70 40V60M80 40V60M90 40V60M100 40V60M110 40V60M120 40V60M130 40V60M140 40V60M150 40V60M44 50H156',
    quiet: 'M60 20l10 8M110 16l12 10',
  },
  wet: {
    seen: 'M30 6V96H160V34M44 6V82H146V34',
    water: 'M32 40H42V84H148V40H158V94H32Z',
    quiet: 'M6 88H26M172 88H194',
    mark: 'M30 40H160',
  },
  usable: { cut: 'M60 14V108H140V14', water: 'M62 24H138V90H62Z', seen: 'M140 90H158V98', mark: 'M50 24V90M44 24H56M44 90H56' },
  full: { cut: 'M60 14V108H140V14', water: 'M62 34H138V106H62Z', seen: 'M140 34H170V60', mark: 'M50 34H150' },
  sediment: {
    cut: 'M60 14V108H140V14',
    water: 'M62 24H138V96H62Z',
    mark: 'M64 104l6 -4M78 104l6 -4M92 104l6 -4M106 104l6 -4M120 104l6 -4',
  },
  overflow: { cut: 'M60 14V108H130V14', water: 'M62 34H128V106H62Z', mark: 'M130 32H168V104', quiet: GROUND },
  invert: { seen: 'M100 60m-40 0a40 40 0 1 0 80 0a40 40 0 1 0 -80 0', water: 'M72 88Q100 104 128 88Z', mark: 'M70 100H130' },
  crown: { cut: 'M40 20V108H100V20', water: 'M42 40H98V106H42Z', seen: 'M100 88H120V34H146V104', mark: 'M112 34H154', quiet: GROUND },
  link: { cut: 'M20 30V104H80V30M120 30V104H180V30', water: 'M22 44H78V102H22ZM122 44H178V102H122Z', mark: 'M80 94H120' },
  manifold: {
    cut: 'M16 20V84H56V20M80 20V84H120V20M144 20V84H184V20',
    seen: 'M36 84V104M100 84V104M164 84V104',
    mark: 'M20 104H190',
    water: 'M18 34H54V82H18ZM82 34H118V82H82ZM146 34H182V82H146Z',
  },
  cascade: { cut: 'M20 20V100H80V20M116 34V108H176V34', water: 'M22 32H78V98H22ZM118 60H174V106H118Z', mark: 'M80 32H96L126 50' },
  stack: { cut: 'M60 8V52H140V8M60 64V108H140V64', seen: 'M52 58H148', water: 'M62 16H138V50H62ZM62 72H138V106H62Z' },
  stand: {
    cut: 'M70 10V64H130V10M60 64H140V76H60Z',
    seen: 'M70 76V110M86 76V110M114 76V110M130 76V110',
    quiet: GROUND,
    mark: 'M156 64V110M150 64H162M150 110H162',
  },
  tap: { cut: 'M20 20V108H90', seen: 'M90 60H124V72M108 60V50M100 48H116', quiet: 'M112 84H152V112H112Z', mark: 'M124 76V82' },
  fall: { cut: 'M20 50L180 66V78L20 62Z', quiet: 'M20 44H180', mark: 'M188 44V66M182 44H194M182 66H194' },
  eave: { cut: 'M20 70L100 16L180 70', seen: 'M36 60V112M164 60V112', mark: 'M180 70m-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0' },
  ridge: { cut: 'M20 70L100 16L180 70', seen: 'M36 60V112M164 60V112', mark: 'M100 16m-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0' },
  pitch: { cut: 'M30 96L160 32', seen: 'M30 96H160', mark: 'M80 96A54 54 0 0 0 76 74' },
  plan: { cut: 'M30 66L150 16', quiet: 'M30 66V100M150 16V100M50 6V20M90 2V14M130 2V10', mark: 'M30 104H150M30 98V110M150 98V110' },
  bracket: { seen: 'M84 6V112M116 6V112', quiet: 'M40 6V112', mark: 'M40 56H122M78 50V62M122 50V62' },
  socket: { seen: 'M88 6V60M112 6V60M80 60V112M120 60V112M80 60H120', mark: 'M132 60V84M126 60H138M126 84H138' },
  soakaway: {
    cut: 'M60 50V108H150V50',
    quiet: 'M6 50H60M150 50H194M80 70l8 4M100 86l8 4M120 66l8 4M90 98l8 2M130 92l8 4',
    seen: 'M6 40H40L70 60',
    mark: 'M70 60L84 76',
  },
}
