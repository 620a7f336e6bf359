/** Keeps Enter and the space bar to where they were pressed. An answer can come while the key is still down: what it gives the
 *  keyboard to must not be pressed by that same key, or by its repeats. */
export function ownKeys(page: Document): void {
  let pressedAt: EventTarget | null = null;
  const keep = (event: KeyboardEvent) => {
    if (event.type === 'keydown' && !event.repeat) {
      pressedAt = event.target;
    } else if (
      (event.key === 'Enter' || event.key === ' ') &&
      pressedAt !== null &&
      event.target !== pressedAt
    ) {
      event.preventDefault();
      event.stopPropagation();
    }
  };
  page.addEventListener('keydown', keep, true);
  page.addEventListener('keypress', keep, true);
  page.addEventListener('keyup', () => (pressedAt = null), true);
}
