<script setup lang="ts" generic="T">
import interact from 'interactjs'
import { onMounted, onScopeDispose, ref } from 'vue'
import { lists, placeIn, type ReorderZone } from './reorder'

/** A list whose items are put in order by dragging, also into another list of its group. By key it is put in order by its owner. */
const props = defineProps<{
    /** Selector of its items, by which they are told from what else is in it. */
    items: string
    tag?: string
    /** Lists between which items are dragged have the same name. */
    group?: string
    /** Selector of what an item is held by; all of it, but for buttons, where there is none. */
    handle?: string
    disabled?: boolean
}>()
const list = defineModel<T[]>({ required: true })
const emit = defineEmits<{ end: [] }>()

const root = ref<HTMLElement | null>(null)
let stop = (): void => {}

onMounted(() => {
    const element = root.value
    if (!element) return
    const zone: ReorderZone = {
        element,
        items: () => [...element.querySelectorAll<HTMLElement>(props.items)],
        group: () => (props.disabled ? undefined : (props.group ?? element)),
        item: (at) => list.value[at],
        // In one go: a model that was set is not read back before its owner has drawn it.
        change: (without, at, item) => {
            const left = list.value.filter((_, i) => i !== without)
            list.value = at === null ? left : [...left.slice(0, at), item as T, ...left.slice(at)]
        },
    }
    lists.add(zone)
    let marked: Element | null = null
    const mark = (next: Element | null): void => {
        marked?.classList.remove('drop-before')
        marked = next
        marked?.classList.add('drop-before')
    }
    const dragged = interact(props.items, { context: element }).draggable({
        allowFrom: props.handle,
        ignoreFrom: props.handle ? undefined : 'button, input, a',
        listeners: {
            start: ({ target }: { target: HTMLElement }) => target.classList.add('carried'),
            move: (event: Interact.DragEvent) => {
                const item = event.target as HTMLElement
                const y = Number(item.dataset.y ?? 0) + event.dy
                item.dataset.y = String(y)
                item.style.transform = `translateY(${y}px)`
                mark(placeIn(zone, item, event.client)?.before ?? null)
            },
            end: (event: Interact.DragEvent) => {
                const item = event.target as HTMLElement
                const from = zone.items().indexOf(item)
                const place = placeIn(zone, item, event.client)
                mark(null)
                item.classList.remove('carried')
                item.style.transform = ''
                delete item.dataset.y
                if (!place || from < 0 || (place.zone === zone && place.at === from)) return
                const moved = zone.item(from)
                if (place.zone !== zone) zone.change(from, null, null)
                place.zone.change(place.zone === zone ? from : null, place.at, moved)
                emit('end')
            },
        },
        enabled: true,
    })
    dragged.styleCursor(false)
    stop = () => {
        dragged.unset()
        lists.delete(zone)
    }
})
onScopeDispose(() => stop())
</script>

<template>
    <component :is="tag ?? 'div'" ref="root"><slot /></component>
</template>
