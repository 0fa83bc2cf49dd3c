/** Asks for files; an empty list if none was chosen. */
export function askForFiles(accept: string, many = false): Promise<File[]> {
  return new Promise((resolve) => {
    const input = Object.assign(document.createElement('input'), { type: 'file', accept, multiple: many });
    input.style.display = 'none';
    const done = (): void => {
      resolve([...(input.files ?? [])]);
      input.remove();
    };
    input.addEventListener('change', done);
    input.addEventListener('cancel', done);
    document.body.append(input);
    input.click();
  });
}
