/** Entries of lists are moved with the mouse; by the keyboard there are buttons. */
export function sort(form: HTMLFormElement): void {
  let moved: HTMLElement | undefined;
  for (const list of form.querySelectorAll<HTMLElement>('.list')) {
    const entries = [...list.querySelectorAll<HTMLElement>(':scope > ol > .entry')];
    if (entries.length < 2 || !list.querySelector(':scope > ol > .entry > .tools')) continue;
    for (const entry of entries) {
      const grip = Object.assign(document.createElement('span'), {
        className: 'grip',
        textContent: '⠿',
        title: 'Drag to move',
        draggable: true,
      });
      grip.setAttribute('aria-hidden', 'true');
      entry.querySelector(':scope > .tools')?.prepend(grip);
      grip.addEventListener('dragstart', (event) => {
        moved = entry;
        event.dataTransfer?.setDragImage(entry, 0, 0);
      });
      entry.addEventListener('dragover', (event) => {
        if (!moved || moved.parentElement !== entry.parentElement) return;
        event.preventDefault();
        for (const element of entries) element.classList.toggle('over', element === entry && element !== moved);
      });
      entry.addEventListener('dragleave', () => entry.classList.remove('over'));
      entry.addEventListener('drop', (event) => {
        event.preventDefault();
        const from = moved;
        moved = undefined;
        if (!from || from === entry) return;
        const act = document.createElement('button');
        Object.assign(act, {
          name: 'do',
          value: `to-${entries.indexOf(entry)} ${list.dataset['list']} ${from.dataset['id']}`,
          hidden: true,
        });
        form.append(act);
        form.requestSubmit(act);
      });
    }
  }
}
