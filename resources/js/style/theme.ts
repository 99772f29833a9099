import type { GlobalThemeOverrides } from 'naive-ui'

/** Naive UI's overrides, read from the same variables that the rest of the page is painted with. */
export function themeOverrides(): GlobalThemeOverrides {
    const style = getComputedStyle(document.documentElement)
    const token = (name: string): string => style.getPropertyValue(`--${name}`).trim()
    return {
        common: {
            fontFamily: token('sans'),
            fontSize: '13px',
            borderRadius: token('radius'),
            primaryColor: token('plum'),
            primaryColorHover: token('load'),
            primaryColorPressed: token('plum'),
            primaryColorSuppl: token('plum'),
            textColorBase: token('ink'),
            textColor1: token('ink'),
            textColor2: token('ink'),
            textColor3: token('muted'),
            placeholderColor: token('muted'),
            bodyColor: token('paper'),
            cardColor: token('sheet'),
            modalColor: token('sheet'),
            popoverColor: token('sheet'),
            inputColor: token('sheet'),
            borderColor: token('line-strong'),
            dividerColor: token('line'),
            hoverColor: token('plum-soft'),
            errorColor: token('trouble'),
        },
        Drawer: { color: token('sheet') },
    }
}
