/**
 * Styles that the component library writes while the page runs bear the nonce of the page: its Content-Security-Policy lets
 * in no others, and the library has no setting for it.
 */
export function signStyles(): void {
    const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce
    if (!nonce) return
    const create = document.createElement.bind(document)
    document.createElement = ((name: string, options?: ElementCreationOptions) => {
        const element = create(name, options)
        if (name.toLowerCase() === 'style') element.nonce = nonce
        return element
    }) as typeof document.createElement
}
