import type { components } from './schema'

type Schemas = components['schemas']

export type Account = Schemas['Account']
export type Area = Schemas['Area']
export type Calendar = Schemas['Calendar']
export type Colour = Schemas['Colour']
export type Board = Schemas['Board']
export type BoardDay = Schemas['BoardDay']
export type Occurrence = Schemas['Occurrence']
export type BasketItem = Schemas['BasketItem']
export type RulerDay = Schemas['RulerDay']
export type Entry = Schemas['Entry']
export type EntryInput = Schemas['EntryInput']
export type CaptureReading = Schemas['CaptureReading']
export type RhythmPreview = Schemas['RhythmPreview']
export type Reminder = Schemas['Reminder']
export type Scope = NonNullable<Schemas['Reach']['scope']>
export type Missed = Schemas['Missed']
