/** Files go as forms: what openapi-fetch needs to know about a body that carries one. */
type Fields = Record<string, unknown>

function formOf(fields: Fields): FormData {
  const form = new FormData()
  for (const [name, value] of Object.entries(fields))
    form.append(name, value instanceof Blob ? value : String(value))
  return form
}

/** The body and its serializer for a call whose description says "file: binary". */
export function upload<T extends Fields>(file: File, others?: T) {
  const body = { file: file as unknown as string, ...(others as T) }
  return { body, bodySerializer: (sent: Fields) => formOf(sent) }
}
