<script setup lang="ts">
import { onMounted, ref } from 'vue'

/** A mail as a mail program would show it, apart from the page: its own styles, no scripts, links in a window of their own. */
const props = defineProps<{ html: string }>()
const place = ref<HTMLElement | null>(null)

onMounted(() => {
    const mail = new DOMParser().parseFromString(props.html, 'text/html')
    for (const one of mail.querySelectorAll('script, iframe, object, embed, link, meta, base, form'))
        one.remove()
    const root = place.value?.attachShadow({ mode: 'open' })
    const body = document.importNode(mail.body, true)
    for (const one of [body, ...body.querySelectorAll<HTMLElement>('*')]) {
        // Styles written in a document are refused by the policy of the page; set one by one they are not.
        const style = one.getAttribute('style')
        for (const name of one.getAttributeNames())
            if (name === 'style' || name.startsWith('on')) one.removeAttribute(name)
        if (style) one.style.cssText = style
        if (one instanceof HTMLAnchorElement) Object.assign(one, { target: '_blank', rel: 'noopener' })
    }
    root?.append(body)
})
</script>

<template><div ref="place" class="mail" data-test="mail-body" /></template>

<style scoped>
.mail {
    height: 100%;
    overflow-y: auto;
    background: #faf7f2;
}
</style>
