import type { GlobalThemeOverrides } from 'naive-ui'

/** Naive UI's overrides, read from the same variables that the rest of the page is painted with. */
export function themeOverrides(): GlobalThemeOverrides {
    const style = getComputedStyle(document.documentElement)
    const token = (name: string): string => style.getPropertyValue(`--${name}`).trim()
    return {
        common: {
            fontFamily: token('sans'),
            fontSize: '0.8125rem',
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
        Button: {
            fontSizeMedium: '0.8125rem',
            heightMedium: '27px',
            paddingMedium: '0 10px',
            heightSmall: '24px',
            color: token('sheet'),
            colorHover: token('sheet'),
            colorPressed: token('well'),
            colorFocus: token('sheet'),
            textColorHover: token('ink'),
            textColorPressed: token('ink'),
            textColorFocus: token('ink'),
            textColorPrimary: token('on-plum'),
            textColorHoverPrimary: token('on-plum'),
            textColorPressedPrimary: token('on-plum'),
            textColorFocusPrimary: token('on-plum'),
            fontWeight: '400',
            textColorText: 'currentcolor',
            textColorTextHover: 'currentcolor',
            textColorTextPressed: 'currentcolor',
            textColorTextFocus: 'currentcolor',
            textColorTextDisabled: 'currentcolor',
            waveOpacity: '0',
        },
        Upload: { draggerColor: token('paper'), draggerBorder: `1px dashed ${token('line-strong')}` },
        Tooltip: { color: token('plum-deep'), textColor: token('on-plum') },
    }
}
