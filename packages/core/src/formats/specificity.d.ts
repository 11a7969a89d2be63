/** The package says its types where this compiler does not look. */
declare module '@bramus/specificity' {
  import type { CssNode } from 'css-tree';

  export default class Specificity {
    static calculateForAST(selector: CssNode): Specificity;
    toObject(): { readonly a: number; readonly b: number; readonly c: number };
  }
}
