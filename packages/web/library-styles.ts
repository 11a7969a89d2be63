/**
 * Part of the build: the rules of the component library as a sheet that is made once. Made in the page, with each first use of a component,
 * they were a third of what a change of stage cost.
 */
import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import * as library from 'antd';
import { createElement, type ReactElement } from 'react';
import { renderToString } from 'react-dom/server';
import type { Plugin } from 'vite';

const { ConfigProvider, Input, Modal } = library;

/** Of the layers that `ui/styles.css` declares: what the application says itself comes after it. */
const LAYER = 'library';

/** Each component of the library that the application shows, drawn once; what they consist of comes with them. */
export const STYLED: Readonly<Record<string, ReactElement>> = {
  AutoComplete: createElement(library.AutoComplete),
  Button: createElement(library.Button),
  Checkbox: createElement(library.Checkbox),
  Input: createElement('div', null, createElement(Input), createElement(Input.TextArea)),
  // An open dialog is not drawn without a page; this is how it is drawn in one.
  Modal: createElement(Modal._InternalPanelDoNotUseOrYouWillBeFired),
  Popover: createElement(library.Popover),
  Progress: createElement(library.Progress),
  Radio: createElement(library.Radio),
  Segmented: createElement(library.Segmented, { options: [] }),
  Select: createElement(library.Select),
  Slider: createElement(library.Slider),
  Switch: createElement(library.Switch),
};

/** The rules of all these in their layer, for any theme: colours and lengths in them are variables, which the page sets by its theme. */
export function libraryRules(): string {
  const cache = createCache();
  renderToString(
    createElement(
      StyleProvider,
      { cache },
      createElement(ConfigProvider, { theme: { hashed: false } }, ...Object.values(STYLED)),
    ),
  );
  return `@layer ${LAYER}{${extractStyle(cache, { plain: true, types: ['style'] })}}`;
}

const NAME = 'virtual:library-rules';

/** `import rules from 'virtual:library-rules'` gives the sheet as text. */
export function libraryStyles(): Plugin {
  return {
    name: 'sashiko-library-styles',
    resolveId: (id) => (id === NAME ? `\0${NAME}` : null),
    load: (id) => (id === `\0${NAME}` ? `export default ${JSON.stringify(libraryRules())};` : null),
  };
}
