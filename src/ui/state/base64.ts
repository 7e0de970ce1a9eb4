/** The bytes of a file in base64, as they are sent. Throws where it cannot be read. */
export const base64Of = (file: File): Promise<string> =>
  new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => fail(reader.error ?? new Error(`“${file.name}” cannot be read.`));
    reader.readAsDataURL(file);
  });
