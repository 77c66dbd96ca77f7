/** The comment by which editors find the schema of a YAML file. */
export function schemaLine(path: string): string {
  return `# yaml-language-server: $schema=${path}\n`;
}

/** A YAML file that begins with its schema; one that names a schema already stays as it is. */
export function withSchemaLine(text: string, path: string): string {
  return /^# yaml-language-server:/m.test(text) ? text : `${schemaLine(path)}${text}`;
}
