// @ts-check
import eslint from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier/flat';
import tseslint from 'typescript-eslint';

/** Functions of the engine that differ between JavaScript engines by one unit in the last place. */
const INEXACT = [
  'sin',
  'cos',
  'tan',
  'asin',
  'acos',
  'atan',
  'atan2',
  'sinh',
  'cosh',
  'tanh',
  'exp',
  'expm1',
  'log',
  'log2',
  'log10',
  'log1p',
  'pow',
  'cbrt',
  'random',
];

/**
 * The core's folders, each with those it may import: render, plates → catalogue → masks, wears, sources → nodes → steps → blend,
 * surface, type → raster → units, and sheet → fields → units, which all may read.
 */
const DESCRIBED = ['sheet', 'fields', 'units'];
const DRAWN = ['raster', ...DESCRIBED];
const WORKED = ['blend', 'surface', 'type', ...DRAWN];
const MADE = ['nodes', 'steps', ...WORKED];
const FOLDERS = {
  units: [],
  fields: ['units'],
  sheet: ['fields', 'units'],
  raster: DESCRIBED,
  blend: DRAWN,
  surface: DRAWN,
  type: DRAWN,
  steps: WORKED,
  nodes: ['steps', ...WORKED],
  masks: MADE,
  sources: MADE,
  wears: ['masks', ...MADE],
  catalogue: ['wears', 'sources', 'masks', ...MADE],
  render: ['catalogue', 'wears', 'sources', 'masks', ...MADE],
  files: ['fields', 'sheet', 'units'],
  checks: ['plates', 'render', 'catalogue', 'wears', 'sources', 'masks', ...MADE],
  plates: ['render', 'catalogue', 'wears', 'sources', 'masks', ...MADE],
};

const importRules = Object.entries(FOLDERS).map(([folder, allowed]) => {
  const banned = Object.keys(FOLDERS).filter((other) => other !== folder && !allowed.includes(other));
  return {
    files: [`packages/core/src/${folder}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: `^(\\.\\./)+(${banned.join('|')})/`, message: `${folder} may import ${allowed.join(', ') || 'nothing'} only.` },
            { regex: '^[^.]', message: 'The core imports nothing from outside.' },
            { regex: '^\\.\\.?(/index)?$', message: 'Import the file itself, not the index.' },
          ],
        },
      ],
    },
  };
});

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '.angular/**',
      '**/node_modules/**',
      'packages/server/drizzle/**',
      'packages/kernels/assembly/**',
      '*.tmp.*',
      'test-results/**',
    ],
  },
  eslint.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: true,
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...INEXACT.map((property) => ({ object: 'Math', property, message: 'Engines differ here: use units/exact.' })),
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'fetch', 'setTimeout'],
    },
  },
  ...importRules,
  {
    files: ['packages/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'uv', style: 'kebab-case' }],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@typescript-eslint/no-restricted-imports': [
        'error',
        { paths: [{ name: '@angular/core', importNames: ['HostListener', 'HostBinding'], message: 'Bind in the host of the component.' }] },
      ],
      'no-restricted-imports': ['error', { patterns: [{ regex: '(server|joi|drizzle)', message: 'The browser has no server code.' }] }],
    },
  },
  { files: ['packages/web/src/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
  {
    files: ['packages/server/src/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ regex: '/web/', message: 'The server knows nothing of the web application.' }] }],
    },
  },
  {
    files: ['packages/server/src/*/**/*.ts'],
    ignores: ['packages/server/src/routes/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '/web/', message: 'The server knows nothing of the web application.' },
            { regex: '/routes/', message: 'Services know nothing of the routes over them.' },
          ],
        },
      ],
    },
  },
  {
    files: ['packages/contract/src/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Program > :not(ExportNamedDeclaration[exportKind=type], ImportDeclaration[importKind=type])',
          message: 'The contract is types only.',
        },
      ],
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        Buffer: 'readonly',
        module: 'writable',
        require: 'readonly',
        __dirname: 'readonly',
        __filename: 'readonly',
        performance: 'readonly',
      },
    },
  },
  prettier,
);
