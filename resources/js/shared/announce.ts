import { ref } from 'vue'

/** What a screen reader should hear; shown by the one live region of the page. */
export const announced = ref('')

/** Says something to those who hear the page instead of seeing it (an ARIA live region). */
export function announce(text: string): void {
    announced.value = ''
    requestAnimationFrame(() => (announced.value = text))
}
