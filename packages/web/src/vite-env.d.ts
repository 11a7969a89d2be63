/// <reference types="vite/client" />

declare module 'virtual:library-rules' {
  /** The style sheet of the component library, made by the build (`library-styles.ts`). */
  const rules: string;
  export default rules;
}
