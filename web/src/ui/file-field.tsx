import { useId, type ReactNode } from 'react'

interface FileFieldProps {
  readonly label: string
  /** Kinds of files that are offered, ".csv,text/csv". */
  readonly accept: string
  readonly disabled?: boolean
  /** A file was chosen; the same one may be chosen again. */
  readonly onFile: (file: File) => void
  /** Beneath it: what it is for, or what became of the last one. */
  readonly children?: ReactNode
}

/** A file from this device. */
export function FileField({ label, accept, disabled, onFile, children }: FileFieldProps) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="text-[15px] font-semibold">
        {label}
      </label>
      <input
        id={id}
        type="file"
        accept={accept}
        disabled={disabled}
        className="mt-1 block w-full text-[15px] file:mr-3 file:min-h-11 file:rounded-md file:border-[1.5px] file:border-solid file:border-kettle file:bg-crock file:px-3.5 file:font-semibold file:text-kettle"
        onClick={(e) => {
          // Emptied before it is asked again, not after: its name stands beside it meanwhile.
          e.currentTarget.value = ''
        }}
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) onFile(file)
        }}
      />
      {children}
    </div>
  )
}
