/** The files of what was dropped on the page, folders opened. */
export async function droppedFiles(items: DataTransferItemList): Promise<File[]> {
  // entries must be asked for before the first wait, or the browser forgets them
  const entries = [...items].map((item) => item.webkitGetAsEntry()).filter((entry) => !!entry)
  return (await Promise.all(entries.map(filesOf))).flat()
}

async function filesOf(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile)
    return [
      await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail)),
    ]
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const found: File[] = []
  // a reader gives a hundred at a time, and none when there are no more
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) =>
      reader.readEntries(done, fail),
    )
    if (!some.length) return found
    found.push(...(await Promise.all(some.map(filesOf))).flat())
  }
}
