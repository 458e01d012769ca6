// Lengths, thicknesses and pulls as the reader measures them: shown, and typed. Kept and sent they are metric.
import { computed } from 'vue'
import { useHabits } from './habits'

const FOOT_M = 0.3048
const INCH_MM = 25.4
const POUND_N = 4.4482216152605

/** Feet and whole inches. */
function feet(m: number) {
  const inches = Math.round((m / FOOT_M) * 12)
  const [ft, rest] = [Math.floor(inches / 12), inches % 12]
  return [ft && `${ft} ft`, (rest || !ft) && `${rest} in`].filter(Boolean).join(' ')
}
/** A number as it was typed. */
function number(text: string, what: string, such: string) {
  const n = Number(text.trim().replace(',', '.'))
  if (!text.trim() || Number.isNaN(n)) throw new Error(`Give the ${what} as a number, such as ${such}.`)
  return n
}

export function useMeasure() {
  const habits = useHabits()
  const imperial = computed(() => habits.settings.units === 'imperial')
  const typed = (metric: number, unit: number) => String(Number((imperial.value ? metric / unit : metric).toFixed(2)))
  const read = (n: number, unit: number) => (imperial.value ? n * unit : n)
  return {
    /** Names of the units things are typed in. */
    unit: computed(() => (imperial.value ? { length: 'ft', thick: 'in', pull: 'lbf' } : { length: 'm', thick: 'mm', pull: 'N' })),
    /** A length of cord in words. */
    length: (m: number, digits = 2) => (imperial.value ? feet(m) : `${m.toFixed(digits)} m`),
    /** A length as it stands in its field. */
    typedLength: (m: number) => typed(m, FOOT_M),
    /** A thickness as it stands in its field. */
    typedThick: (mm: number) => typed(mm, INCH_MM),
    /** A pull as it stands in its field. */
    typedPull: (n: number) => String(Math.round(imperial.value ? n / POUND_N : n)),
    /** Metres of a length as it was typed. */
    metres: (text: string, what = 'length') => read(number(text, `${what} in ${imperial.value ? 'feet' : 'metres'}`, '12.5'), FOOT_M),
    /** Millimetres of a thickness as it was typed. */
    millimetres: (text: string, what = 'thickness') =>
      read(number(text, `${what} in ${imperial.value ? 'inches' : 'millimetres'}`, imperial.value ? '0.25' : '6'), INCH_MM),
    /** Newtons of a pull as it was typed. */
    newtons: (text: string) => read(number(text, `pull in ${imperial.value ? 'pounds' : 'newtons'}`, '100'), POUND_N),
  }
}
