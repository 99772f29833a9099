import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import { roomRules } from './rooms.js'

export default ts.config(
    { ignores: ['resources/js/api/generated/schema.d.ts'] },
    ...ts.configs.recommended,
    ...vue.configs['flat/recommended'],
    {
        files: ['resources/js/**/*.{ts,vue}'],
        languageOptions: { parserOptions: { parser: ts.parser } },
        rules: {
            // How it is laid out is Prettier's.
            'vue/html-indent': 'off',
            'vue/html-closing-bracket-newline': 'off',
            'vue/max-attributes-per-line': 'off',
            'vue/singleline-html-element-content-newline': 'off',
            'vue/multiline-html-element-content-newline': 'off', // a line break is a space, and a sentence has none before its comma
            'vue/html-self-closing': ['error', { html: { void: 'any' } }],
            'vue/multi-word-component-names': 'off',
            'vue/require-default-prop': 'off',
            '@typescript-eslint/no-explicit-any': 'error',
            'no-console': 'error',
        },
    },
    ...roomRules,
)
