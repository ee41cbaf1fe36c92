/** Saves something that was made in the browser as a file. */
export const saveFile = (content: BlobPart, type: string, name: string): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
};
