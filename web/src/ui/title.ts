/** What the page is called, and what calls over it: whichever comes last, the call is seen. */
let page = 'Kelvit'
let calling: string | undefined

const write = (): void => {
  document.title = calling === undefined ? page : `● ${calling}`
}

/** Names the page; seen as soon as nothing calls. */
export function setPageTitle(title: string): void {
  page = title
  write()
}

/** Something calls, or does not any more. */
export function setCallingTitle(sentence: string | undefined): void {
  calling = sentence
  write()
}
