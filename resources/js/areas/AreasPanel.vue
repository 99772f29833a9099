<script setup lang="ts">
import { decimalOf, readDecimal } from '@/shared/region'
import TextField from '@/shared/TextField.vue'
import { NButton, NInputNumber } from 'naive-ui'
import { answerOf, api, Refused, sentence } from '@/api/client'
import type { Area, Calendar, Colour } from '@/api/types'
import SidePanel from '@/shared/SidePanel.vue'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { say, useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { nextColour } from '@/shared/colours'
import { computed, ref } from 'vue'
import CalendarDefaults from './CalendarDefaults.vue'
import FollowingState from './FollowingState.vue'
import ColourChoice from '@/shared/ColourChoice.vue'
import NameField from './NameField.vue'
import RemoveQuestion from './RemoveQuestion.vue'

const emit = defineEmits<{ close: [] }>()
const account = useAccount()
const view = useView()
const client = useQueryClient()
const { areas, open } = useAreas()
const { change, send } = useChanges()

/** Whose colours are open, whose deletion is being asked about. */
const colouring = ref<string | null>(null)
const removing = ref<string | null>(null)
/** A new area gets the next colour, unless another is chosen. */
const fresh = ref<{ name: string; colour: Colour | null }>({ name: '', colour: null })
const freshColour = computed(() => fresh.value.colour ?? nextColour(areas.value.map((area) => area.colour)))
const freshMistake = ref('')

/** Changes what an area and a calendar both have. */
function put(
    one: Area | Calendar,
    body: { name?: string; hidden?: boolean } | { colour: Colour | null },
): Promise<unknown> {
    return 'calendars' in one
        ? answerOf(
              api.PATCH('/areas/{area}', {
                  params: { path: { area: one.id } },
                  body: body as { name?: string; hidden?: boolean; colour?: Colour },
              }),
          )
        : answerOf(api.PATCH('/calendars/{calendar}', { params: { path: { calendar: one.id } }, body }))
}
/** @returns the reason when the server refuses */
async function rename(one: Area | Calendar, name: string): Promise<string | null> {
    try {
        await send(() => put(one, { name }))
        say(`Renamed to “${name}”.`, { undoable: true })
        return null
    } catch (error) {
        return error instanceof Refused ? (error.errors.name?.[0] ?? error.message) : sentence(error)
    }
}
function recolour(one: Area | Calendar, colour: Colour | null): void {
    void change(`“${one.name}” is ${colour ?? 'coloured as its area'} now.`, () => put(one, { colour }))
    colouring.value = null
}
function hide(one: Area | Calendar): void {
    void change(one.hidden ? `“${one.name}” is shown again.` : `“${one.name}” is hidden.`, () =>
        put(one, { hidden: !one.hidden }),
    )
}
function intend(area: Area, hours: number | null): void {
    void change(`Changed what is intended for “${area.name}”.`, () =>
        answerOf(
            api.PATCH('/areas/{area}', {
                params: { path: { area: area.id } },
                body: { intended_minutes: hours === null ? null : Math.round(hours * 60) },
            }),
        ),
    )
}
function shift<T extends { id: string }>(list: T[], at: number, by: number): string[] {
    const ids = list.map((one) => one.id)
    const [moved] = ids.splice(at, 1)
    ids.splice(Math.max(0, Math.min(ids.length, at + by)), 0, moved ?? '')
    return ids
}
function shiftArea(at: number, by: number): void {
    void change('Reordered the life areas.', () =>
        answerOf(api.PUT('/areas/order', { body: { ids: shift(areas.value, at, by) } })),
    )
}
function shiftCalendar(area: Area, at: number, by: number): void {
    const inner = shift(area.calendars, at, by)
    const ids = areas.value.flatMap((one) =>
        one.id === area.id ? inner : one.calendars.map((calendar) => calendar.id),
    )
    void change('Reordered the calendars.', () => answerOf(api.PUT('/calendars/order', { body: { ids } })))
}
async function makeDefault(one: Calendar): Promise<void> {
    await change(`What is caught goes to “${one.name}” now.`, () =>
        answerOf(
            api.PATCH('/calendars/{calendar}', {
                params: { path: { calendar: one.id } },
                body: { default: true },
            }),
        ),
    )
    void client.invalidateQueries({ queryKey: ['session'] })
}
function remove(one: Area | Calendar, fate: { entries: 'move' | 'delete'; move_to: string | null }): void {
    removing.value = null
    void change(`Deleted “${one.name}”.`, () =>
        answerOf(
            'calendars' in one
                ? api.DELETE('/areas/{area}', { params: { path: { area: one.id } }, body: fate })
                : api.DELETE('/calendars/{calendar}', { params: { path: { calendar: one.id } }, body: fate }),
        ),
    )
}
async function add(): Promise<void> {
    freshMistake.value = ''
    try {
        await send(() =>
            answerOf(api.POST('/areas', { body: { name: fresh.value.name, colour: freshColour.value } })),
        )
        say(`Added “${fresh.value.name}”.`, { undoable: true })
        fresh.value = { name: '', colour: null }
    } catch (error) {
        freshMistake.value =
            error instanceof Refused
                ? (Object.values(error.errors)[0]?.[0] ?? error.message)
                : sentence(error)
    }
}
/** The calendar that was just added: its name is chosen, for the next words typed to take its place. */
const fresher = ref<string | null>(null)
async function addCalendar(area: Area): Promise<void> {
    const added = await change('Added a calendar.', () =>
        answerOf(
            api.POST('/calendars', {
                body: { name: `${area.name} ${area.calendars.length + 1}`, area_id: area.id },
            }),
        ),
    )
    fresher.value = added?.id ?? null
}
/** The calendar whose defaults are open. */
const opened = ref<string | null>(null)
const count = (area: Area): number => area.calendars.reduce((sum, one) => sum + one.entries, 0)
function solo(kind: 'area' | 'calendar', id: string): void {
    view.soloArea = kind === 'area' && view.soloArea !== id ? id : null
    view.soloCalendar = kind === 'calendar' && view.soloCalendar !== id ? id : null
}
</script>

<template>
    <SidePanel title="Life areas and calendars" :width="760" @close="emit('close')">
        <section
            v-for="(area, i) in areas"
            :key="area.id"
            class="area"
            :data-hue="area.colour"
            data-test="area"
            :data-name="area.name"
        >
            <div class="row">
                <button
                    class="dot"
                    :aria-label="`Colour of ${area.name}: ${area.colour}`"
                    :title="area.colour"
                    data-test="area-colour"
                    @click="colouring = colouring === area.id ? null : area.id"
                />
                <NameField
                    :value="area.name"
                    :label="`Name of the life area ${area.name}`"
                    :save="(name) => rename(area, name)"
                />
                <label class="intended"
                    ><NInputNumber
                        :show-button="false"
                        class="hours"
                        size="small"
                        clearable
                        placeholder=""
                        :min="0"
                        :max="168"
                        :step="0.5"
                        :update-value-on-input="false"
                        :parse="readDecimal"
                        :format="decimalOf"
                        :value="area.intended_minutes === null ? null : area.intended_minutes / 60"
                        :input-props="{ 'aria-label': `Hours a week intended for ${area.name}` }"
                        @update:value="(hours) => intend(area, hours)"
                    />
                    h a week meant</label
                >
                <span class="acts">
                    <NButton
                        class="press"
                        :aria-pressed="view.soloArea === area.id"
                        @click="solo('area', area.id)"
                    >
                        Only this
                    </NButton>
                    <NButton class="press" data-test="area-hide" @click="hide(area)">
                        {{ area.hidden ? 'Show' : 'Hide' }}
                    </NButton>
                    <NButton
                        class="press"
                        :disabled="i === 0"
                        :aria-label="`Move ${area.name} up`"
                        @click="shiftArea(i, -1)"
                    >
                        ↑
                    </NButton>
                    <NButton
                        class="press"
                        :disabled="i === areas.length - 1"
                        :aria-label="`Move ${area.name} down`"
                        @click="shiftArea(i, 1)"
                    >
                        ↓
                    </NButton>
                    <NButton class="press grave" data-test="area-remove" @click="removing = area.id">
                        Delete
                    </NButton>
                </span>
            </div>
            <ColourChoice
                v-if="colouring === area.id"
                :value="area.colour"
                :label="`Colour of ${area.name}`"
                @choose="(colour) => recolour(area, colour)"
            />
            <RemoveQuestion
                v-if="removing === area.id"
                :name="area.name"
                :entries="count(area)"
                :heirs="open.filter((one) => one.area_id !== area.id)"
                @remove="(fate) => remove(area, fate)"
                @leave="removing = null"
            />
            <div
                v-for="(one, j) in area.calendars"
                :key="one.id"
                class="calendar"
                :data-hue="one.colour ?? area.colour"
                data-test="calendar"
                :data-name="one.name"
            >
                <div class="row">
                    <button
                        class="dot small"
                        :aria-label="`Colour of the calendar ${one.name}`"
                        @click="colouring = colouring === one.id ? null : one.id"
                    />
                    <NameField
                        :value="one.name"
                        :label="`Name of the calendar ${one.name}`"
                        :chosen="fresher === one.id"
                        :save="(name) => rename(one, name)"
                    />
                    <span class="entries">{{
                        one.entries === 1 ? '1 entry' : `${one.entries} entries`
                    }}</span>
                    <span class="acts">
                        <NButton
                            class="press"
                            :aria-expanded="opened === one.id"
                            data-test="defaults"
                            @click="opened = opened === one.id ? null : one.id"
                        >
                            Defaults
                        </NButton>
                        <NButton
                            v-if="one.following === null"
                            class="press"
                            :aria-pressed="account.default_calendar_id === one.id"
                            :title="
                                account.default_calendar_id === one.id
                                    ? 'New entries go here'
                                    : 'Let new entries go here'
                            "
                            @click="makeDefault(one)"
                        >
                            New entries go here
                        </NButton>
                        <NButton
                            class="press"
                            :aria-pressed="view.soloCalendar === one.id"
                            @click="solo('calendar', one.id)"
                        >
                            Only this
                        </NButton>
                        <NButton class="press" @click="hide(one)">{{ one.hidden ? 'Show' : 'Hide' }}</NButton>
                        <NButton
                            class="press"
                            :disabled="j === 0"
                            :aria-label="`Move ${one.name} up`"
                            @click="shiftCalendar(area, j, -1)"
                        >
                            ↑
                        </NButton>
                        <NButton
                            class="press"
                            :disabled="j === area.calendars.length - 1"
                            :aria-label="`Move ${one.name} down`"
                            @click="shiftCalendar(area, j, 1)"
                        >
                            ↓
                        </NButton>
                        <NButton class="press grave" data-test="calendar-remove" @click="removing = one.id">
                            Delete
                        </NButton>
                    </span>
                </div>
                <ColourChoice
                    v-if="colouring === one.id"
                    :value="one.colour"
                    inherits="the area’s"
                    :label="`Colour of ${one.name}`"
                    @choose="(colour) => recolour(one, colour)"
                />
                <FollowingState :calendar="one" />
                <CalendarDefaults v-if="opened === one.id" :calendar="one" />
                <RemoveQuestion
                    v-if="removing === one.id"
                    :name="one.name"
                    :entries="one.entries"
                    :heirs="open.filter((other) => other.id !== one.id)"
                    @remove="(fate) => remove(one, fate)"
                    @leave="removing = null"
                />
            </div>
            <NButton text class="plain add" @click="addCalendar(area)">
                + another calendar in {{ area.name }}
            </NButton>
        </section>
        <form class="fresh" @submit.prevent="add">
            <h2>Another life area</h2>
            <div class="row">
                <TextField
                    v-model="fresh.name"
                    placeholder="Its name"
                    :maxlength="60"
                    label="Name of the new life area"
                    test="new-area"
                /><NButton attr-type="submit" class="press" type="primary" data-test="add-area">Add</NButton>
            </div>
            <ColourChoice
                :value="freshColour"
                label="Colour of the new life area"
                @choose="(colour) => colour && (fresh.colour = colour)"
            />
            <p v-if="freshMistake" class="mistake" role="alert">{{ freshMistake }}</p>
        </form>
    </SidePanel>
</template>

<style scoped>
.area {
    padding: 8px 0 8px 12px;
    border-left: 4px solid var(--c);
    margin-bottom: 14px;
}
.row {
    display: flex;
    gap: 8px;
    align-items: center;
}
.dot {
    flex: none;
    width: 20px;
    height: 20px;
    border-radius: 6px;
    border: 0;
    background: var(--c);
}
.dot.small {
    width: 14px;
    height: 14px;
    border-radius: 4px;
}
.intended {
    color: var(--muted);
    white-space: nowrap;
}
.hours {
    display: inline-block;
    width: 66px;
}
.calendar {
    padding: 3px 0 3px 26px;
}
.calendar :deep(input) {
    font-weight: 400;
}
.entries {
    color: var(--muted);
    white-space: nowrap;
    font-size: 0.75rem;
}
.acts {
    display: flex;
    gap: 3px;
    flex: none;
}
.acts .press {
    padding: 1px 7px;
    font-size: 0.75rem;
}
.add {
    margin-left: 26px;
    color: var(--muted);
    font-size: 0.75rem;
}
.fresh {
    border-top: 1px solid var(--line);
    padding-top: 12px;
    display: flex;
    flex-direction: column;
    gap: 8px;
}
h2 {
    font-size: 1rem;
}
@media (max-width: 760px) {
    .row {
        flex-wrap: wrap;
    }
    .calendar {
        padding-left: 8px;
    }
}
</style>
