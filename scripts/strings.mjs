// Lists every visible string for reading, by page: `node scripts/strings.mjs [part of a path]`.
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'

const ROOTS = ['web/src', 'core/src', 'server/src', 'contract/src']
const wanted = process.argv[2] ?? ''
/** Attributes that are not read by anyone. */
const UNSEEN =
  /^(className|id|key|to|href|d|type|name|role|transform|viewBox|fill|stroke|path|value|look|rim|as|htmlFor|autoComplete|points|style|src|width|height|side|align|size|code|data-.*)$/

const files = (dir) =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name)
    if (statSync(path).isDirectory()) return files(path)
    return /\.tsx?$/.test(name) && !/\.d\.ts$/.test(name) ? [path] : []
  })

/** Class names: small words, most of them with a hyphen, a colon or a bracket. */
function isClasses(text) {
  const words = text.split(/\s+/)
  if (!words.every((w) => /^[a-z0-9:[\]/.!&>*()%,#_-]+$/.test(w))) return false
  return words.filter((w) => /[-:[\d]/.test(w)).length * 2 >= words.length
}

/** Words for people: with a space or a capital, and not the classes or ids of code. */
const isSaid = (text) =>
  /[A-Za-z]{2}/.test(text) &&
  (/[A-Za-z]\S* \S*[A-Za-z{]/.test(text) || /^[A-Z][a-z]+[.?!…]?$/.test(text)) &&
  !isClasses(text) &&
  !/^(select|insert|update|create|alter|grant|with) /i.test(text)

function textOf(node) {
  if (ts.isTemplateExpression(node))
    return (
      node.head.text +
      node.templateSpans
        .map((s) => `{${s.expression.getText().slice(0, 30)}}${s.literal.text}`)
        .join('')
    )
  return node.text
}

for (const root of ROOTS)
  for (const file of files(root)
    .filter((f) => f.includes(wanted))
    .sort()) {
    const source = ts.createSourceFile(
      file,
      readFileSync(file, 'utf8'),
      ts.ScriptTarget.Latest,
      true,
    )
    const said = []
    const visit = (node) => {
      if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return
      if (ts.isJsxAttribute(node) && UNSEEN.test(node.name.getText())) return
      if (ts.isJsxText(node)) {
        const text = node.text.replace(/\s+/g, ' ').trim()
        if (/[A-Za-z]{2}/.test(text)) said.push([node, text])
      } else if (
        ts.isStringLiteral(node) ||
        ts.isNoSubstitutionTemplateLiteral(node) ||
        ts.isTemplateExpression(node)
      ) {
        const text = textOf(node)
        if (isSaid(text)) said.push([node, text])
      }
      ts.forEachChild(node, visit)
    }
    visit(source)
    if (said.length === 0) continue
    console.log(`\n${relative('.', file)}`)
    for (const [node, text] of said)
      console.log(
        `  ${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}: ${text.replace(/\s+/g, ' ')}`,
      )
  }
