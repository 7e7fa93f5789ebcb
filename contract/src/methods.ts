/** "Checked against my copy": a member held a form's figures against a printed guide. */
export interface ProcessCheck {
  readonly id: string
  readonly formId: string
  readonly edition: string
  readonly checkedOn: string
  readonly checkedBy: string
  readonly version: number
}

/** An untested family recipe: on record, never planned. */
export interface Recipe {
  readonly id: string
  readonly name: string
  readonly done: string
  readonly version: number
}
