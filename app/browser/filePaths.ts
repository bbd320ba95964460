const paths = new WeakMap<File, string>()

/** Notes where a file stands in the folder or archive it came in. */
export const setFilePath = (file: File, path: string): void => void paths.set(file, path)

/** The path of a file within the folder or archive it came in; its name where it came by itself. */
export const filePathOf = (file: File): string => paths.get(file) ?? (file.webkitRelativePath || file.name)
