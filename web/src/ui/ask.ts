import { createContext, useContext } from 'react'

/** Opens the questions that belong to a page; nothing where there is nobody to ask. */
export const AskContext = createContext<(() => void) | null>(null)

export const useAsk = (): (() => void) | null => useContext(AskContext)
