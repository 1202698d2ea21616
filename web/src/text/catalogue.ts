/** The shape of a catalogue: the keys of the English one; vue-tsc finds what a language lacks. */
import type { en } from './en'

type Texts<Shape> = { [Key in keyof Shape]: Shape[Key] extends string ? string : Texts<Shape[Key]> }

export type Catalogue = Texts<typeof en>
