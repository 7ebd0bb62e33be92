const SVG = 'http://www.w3.org/2000/svg';

/** Sets an element's attributes. */
export function set(element, attributes) {
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, value);
}

/** A new element of a drawing. */
export function element(name, attributes, ...children) {
  const made = document.createElementNS(SVG, name);
  set(made, attributes);
  made.append(...children);
  return made;
}
