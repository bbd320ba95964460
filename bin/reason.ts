/** Why a file could not be read or written, in a plain sentence. */
export const reasonOf = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException
  if (code === 'ENOENT') return 'There is no such file.'
  if (code === 'EISDIR') return 'It is a folder, not a file.'
  if (code === 'EACCES') return 'Permission denied.'
  return message
}
