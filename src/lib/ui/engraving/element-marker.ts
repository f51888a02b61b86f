/** A note cut into tied values bears its id with these endings, too. */
const PIECES = ['', '.1', '.2', '.3'];

/**
 * Keeps a class on the elements that bear certain ids, and on no others. Elements are looked up by id and remembered, so
 * that marking takes no longer in a long piece than in a short one.
 */
export class ElementMarker {
  #marked: readonly Element[] = [];

  constructor(private readonly className: string) {}

  mark(ids: Iterable<string>): void {
    const wanted = new Set<Element>();
    for (const id of ids)
      for (const piece of PIECES) {
        const element = document.getElementById(id + piece);
        if (element) wanted.add(element);
      }
    for (const element of this.#marked) if (!wanted.has(element)) element.classList.remove(this.className);
    for (const element of wanted) element.classList.add(this.className);
    this.#marked = [...wanted];
  }
}
