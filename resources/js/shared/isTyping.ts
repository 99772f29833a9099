/** Whether a key goes into a field: letters are text there and no commands. */
export function isTyping(event: KeyboardEvent): boolean {
    return (event.target as HTMLElement).matches('input, textarea, select, [contenteditable]')
}
