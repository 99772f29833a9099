import { ref } from 'vue'

/** A line that was refused after one had left it, and is offered again: the line at the top of the page takes it up. */
export const refusedLine = ref<string | null>(null)
