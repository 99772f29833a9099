import type { components, operations } from '@/api/generated/schema'

export type Schemas = components['schemas']

export type Account = Schemas['Account']
export type Area = Schemas['Area']
export type Calendar = Schemas['Calendar']
export type Colour = Schemas['Colour']
export type EntryShown = Schemas['EntryShown']
export type OccurrenceShown = Schemas['OccurrenceShown']
export type BoardDay = Schemas['BoardDay']
/** An occurrence with what it has in common with those of its entry. */
export type Occurrence = EntryShown &
    OccurrenceShown &
    Required<Pick<OccurrenceShown, 'moved' | 'edited' | 'done' | 'meets' | 'lane' | 'lanes'>> & {
        /** Entry id, bar, recurrence id. */
        key: string
        minutes: number
        /** What it leads up to. */
        toward?: Schemas['Toward']
        /** How much of what leads up to it is done. */
        leadUps?: Schemas['LeadUpCount']
    }
export type LeadUpLine = Schemas['LeadUpLine']
export type LeadUp = Schemas['LeadUp']
export type Toward = Schemas['Toward']
export type LeadUpCount = Schemas['LeadUpCount']
export type LeadUpsShown = Schemas['LeadUpsShown']
type Filled<T> = Omit<T, 'entries' | 'occurrences'> & { occurrences: Occurrence[] }
export type Board = Filled<Schemas['Board']>
export type Month = Filled<Schemas['Month']>
export type Year = Filled<Schemas['Year']>
export type AreaTally = Schemas['AreaHours']
export type SearchResult = Schemas['SearchResult']
export type Found = SearchResult['found'][number]
export type FilterChoice = Schemas['FilterChoice']
export type Filter = Schemas['Filter']
export type FilingRule = Schemas['FilingRule']
export type Attachment = Schemas['Attachment']
export type Import = Schemas['Import']
export type ImportDone = Schemas['ImportDone']
export type Feed = Schemas['Feed']
export type Routine = Schemas['Routines']['routines'][number]
export type Proposal = Schemas['Fitting']['proposals'][number]
export type HeldBack = Schemas['Fitting']['left'][number]
export type OwnHours = Schemas['OwnHours']
export type Weather = Schemas['Weather']
export type Template = Schemas['Template']
export type StampedPart = Schemas['StampedPart']
export type WeekCopy = Schemas['WeekCopy']
export type Theme = Schemas['Theme']
export type Round = Schemas['Round']
export type Tally = Schemas['Tally']
export type TallyLines = Schemas['TallyLines']
export type RoundStep = Schemas['RoundStep']
export type Goal = Schemas['Goal']
export type FixedPoint = Schemas['FixedPoint']
export type ComingUp = Schemas['ComingUp']
export type Archive = Schemas['Archive']
export type DevicePassword = Schemas['DevicePassword']
export type ReachAccount = Schemas['ReachAccount']
/** An entry that a view had to leave out, and why. */
export type Unreadable = Schemas['Unreadable'][number]
export type BasketItem = Schemas['BasketItem']
export type RulerDay = Schemas['RulerDay']
export type Entry = Schemas['Entry']
export type EntryInput = Schemas['EntryInput']
export type CaptureReading = Schemas['CaptureReading']
/** One thing to be done to several at once. */
export type ManyInput = operations['changeMany']['requestBody']['content']['application/json']
export type RhythmPreview = Schemas['RhythmPreview']
export type Reminder = Schemas['Reminder']
export type Scope = NonNullable<Schemas['Reach']['scope']>
export type WorkingDay = Schemas['WorkingDay']
export type Deadline = Schemas['Deadline']
export type RunningTiming = Schemas['RunningTiming']
export type DoneItem = Schemas['DoneItem']
export type Decision = Schemas['Decision']
export type Closing = Omit<Schemas['Closing'], 'entries' | 'leftovers'> & { leftovers: Occurrence[] }
export type Timing = Schemas['Timing']
export type Step = Schemas['Step']
export type Missed = Schemas['Missed']
