/** Whether all of some files start as pictures do. */
export async function arePictures(files: readonly File[]): Promise<boolean> {
  const { isPicture } = await import('@wold/core/table/scene/marks');
  const starts = await Promise.all(files.map(file => file.slice(0, 64).arrayBuffer()));
  return starts.every(start => isPicture(new Uint8Array(start)));
}
