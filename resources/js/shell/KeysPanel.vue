<script setup lang="ts">
import SidePanel from '@/shared/SidePanel.vue'

/** All keys, with what each does. */
const emit = defineEmits<{ close: [] }>()
const groups: { name: string; keys: [string, string][] }[] = [
    {
        name: 'Anywhere',
        keys: [
            ['N', 'catch something in the line at the top, or over a sheet that is open'],
            ['Alt+N', 'the same while typing'],
            ['E', 'a new entry, as a sheet'],
            ['Q', 'find something, or ask when it was last'],
            ['G', 'into the basket'],
            ['R', 'to what reminds you first'],
            ['Tab', 'to the next part of the page; arrows go on within it'],
            [
                'V, then a letter',
                'another view: D day, N a number of days, W week, M month, Y year, A ahead, F what was finished',
            ],
            ['D', 'go to a date'],
            ['Page up, Page down', 'the stretch before, the one after'],
            ['Home', 'the present'],
            ['arrows', 'into the entries'],
            ['Ctrl+Z', 'undo'],
            ['Ctrl+Shift+Z', 'do again'],
            ['F', 'fit loose work into free hours'],
            ['K', 'close the day'],
            ['O', 'the round of the week'],
            ['U', 'the tally: where the hours went'],
            ['T', 'templates: stamp, keep, next week like this one'],
            ['?', 'this page'],
        ],
    },
    {
        name: 'On an entry',
        keys: [
            ['arrows', 'to the entry beside it'],
            ['Enter', 'open it'],
            ['Space', 'tick it off, or not after all'],
            ['Alt and arrows', 'move it by a quarter of an hour, or a day; in the month by a day or a week'],
            ['Alt+Shift, left or right', 'move it by a week'],
            ['Alt+Shift, up or down', 'make it shorter or longer'],
            ['L', 'onto the day’s list'],
            ['H', 'into the day’s hours, where they are free'],
            ['B', 'back to the basket'],
            ['M', 'make it a must of its day, or no more'],
            ['S', 'skip this one of a routine'],
            ['C', 'copy it to a date'],
            ['E', 'a new entry at its time'],
            ['X', 'choose it, to do something with several at once'],
            ['Delete', 'delete it'],
        ],
    },
    {
        name: 'In a round',
        keys: [
            ['1 to 6', 'a step of it'],
            ['Page up, Page down', 'the week or the month before, the one after'],
            ['Enter', 'place what is proposed'],
            ['Shift+Enter', 'place all that is proposed'],
            ['W', 'hold it, to place it elsewhere with the arrows'],
            ['X', 'not this time'],
            ['Esc', 'back to the board; all is kept'],
        ],
    },
    {
        name: 'With several chosen',
        keys: [
            ['Alt and arrows', 'move them all, with Shift by weeks'],
            ['Delete', 'delete them all'],
            ['Esc', 'let go of the choice'],
        ],
    },
    {
        name: 'With the pointer',
        keys: [
            ['a press on an empty hour or day', 'write something there'],
            ['a stroke over hours', 'the same, as long as the stroke'],
            ['Ctrl and a press', 'choose it'],
            ['Shift while dragging', 'by five minutes'],
            ['Alt while dragging', 'a copy goes there'],
            ['Esc while dragging', 'nothing happens'],
        ],
    },
    {
        name: 'In the basket',
        keys: [
            ['L', 'onto the day’s list'],
            ['H', 'to the next free time that holds it; arrows move it, Enter places it'],
            ['Space', 'tick it off'],
            ['P', 'keep it at hand for today, or no more'],
            ['Enter', 'open it'],
        ],
    },
    {
        name: 'When a routine asks how far',
        keys: [
            ['1', 'just this one'],
            ['2', 'from here on'],
            ['3', 'the whole routine'],
            ['Esc', 'leave it as it was'],
        ],
    },
    {
        name: 'On a life area',
        keys: [
            ['Enter', 'hide it, or show it again'],
            ['O', 'only this one, or all again'],
        ],
    },
    {
        name: 'In a sheet',
        keys: [
            ['Ctrl+Enter', 'save'],
            ['Esc', 'close'],
        ],
    },
]
</script>

<template>
    <SidePanel title="Keys" :width="460" @close="emit('close')">
        <section v-for="group in groups" :key="group.name">
            <h2>{{ group.name }}</h2>
            <dl>
                <template v-for="[key, what] in group.keys" :key="key"
                    ><dt>
                        <kbd>{{ key }}</kbd>
                    </dt>
                    <dd>{{ what }}</dd></template
                >
            </dl>
        </section>
    </SidePanel>
</template>

<style scoped>
h2 {
    font-size: 1rem;
    margin: 14px 0 6px;
}
dl {
    display: grid;
    grid-template-columns: 150px 1fr;
    gap: 5px 12px;
    margin: 0;
}
dd {
    margin: 0;
}
</style>
