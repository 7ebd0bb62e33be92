/** A part of a page that Alpine runs; it finds $root, $el, $refs and the data of parts around it on `this`. */
type Component = Record<string, any> & ThisType<any>;

/** What scripts find by a selector is an element of our own pages: HTML, and where they ask for its value a field. */
interface Element {
  dataset: DOMStringMap;
  value: any;
  blur(): void;
  click(): void;
}
