/** Stands in for optional packages of the PDF writer that are not used. */
export default {};
