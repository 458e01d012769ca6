// What a kind of rig adds to the page that all share; a kind that adds nothing needs no line here.
import type { Component } from 'vue'
import AnySentence from './AnySentence.vue'
import LineSentence from './line/LineSentence.vue'
import LineSide from './line/LineSide.vue'
import HangSentence from './hang/HangSentence.vue'
import HangSite from './hang/HangSite.vue'
import HaulSentence from './haul/HaulSentence.vue'
import HoistSentence from './hoist/HoistSentence.vue'
import LarderSentence from './larder/LarderSentence.vue'
import LoadSentence from './load/LoadSentence.vue'
import LoadSide from './load/LoadSide.vue'
import LoadSite from './load/LoadSite.vue'
import MastSentence from './mast/MastSentence.vue'
import MastSite from './mast/MastSite.vue'
import PolesSentence from './poles/PolesSentence.vue'
import PolesSide from './poles/PolesSide.vue'
import PolesSite from './poles/PolesSite.vue'
import TetherSentence from './tether/TetherSentence.vue'
import TetherSite from './tether/TetherSite.vue'
import CordSentence from './shelter/CordSentence.vue'
import ShelterMore from './shelter/ShelterMore.vue'
import ShelterSentence from './shelter/ShelterSentence.vue'
import ShelterSite from './shelter/ShelterSite.vue'

export interface Kind {
  /** The sentence it is said in. */
  sentence: Component
  /** Beneath the drawings: what the site is read from. */
  site?: Component
  /** Beside them, before what gives. */
  lead?: Component
  /** After it: cord, tightening. */
  side?: Component
  /** At the foot. */
  more?: Component
}

const KINDS: Record<string, Kind> = {
  shelter: { sentence: ShelterSentence, site: ShelterSite, side: CordSentence, more: ShelterMore },
  line: { sentence: LineSentence, side: LineSide },
  hang: { sentence: HangSentence, site: HangSite },
  hoist: { sentence: HoistSentence },
  larder: { sentence: LarderSentence },
  haul: { sentence: HaulSentence },
  poles: { sentence: PolesSentence, site: PolesSite, lead: PolesSide },
  mast: { sentence: MastSentence, site: MastSite },
  tether: { sentence: TetherSentence, site: TetherSite },
  load: { sentence: LoadSentence, site: LoadSite, lead: LoadSide },
}

export const kindOf = (kind: string): Kind => KINDS[kind] ?? { sentence: AnySentence }
