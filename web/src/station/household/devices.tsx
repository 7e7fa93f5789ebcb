import { paths, type HouseAddress } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { toString } from 'qrcode'
import { request } from '../../sync/request'
import { Panel } from '../../ui/panel'

/** Where the devices of the house find Kelvit; both null where it serves this machine only. */
export const useHouse = () =>
  useQuery({
    queryKey: ['house'],
    queryFn: () => request<HouseAddress>('GET', paths.house),
    staleTime: 60_000,
  })

/** An address as a picture to point a camera at. */
export function Code({ of, label }: { readonly of: string; readonly label: string }) {
  const drawn = useQuery({
    queryKey: ['code', of],
    queryFn: () => toString(of, { type: 'svg', margin: 2 }),
    staleTime: Infinity,
  })
  if (!drawn.data) return null
  return (
    <img
      alt={label}
      className="size-48 rounded-md border border-rim bg-white"
      src={`data:image/svg+xml;utf8,${encodeURIComponent(drawn.data)}`}
    />
  )
}

/** How a phone or tablet of the house comes to Kelvit. */
export function Devices() {
  const house = useHouse().data
  if (!house) return null
  return (
    <Panel label="Devices">
      <h2 className="mb-2">Phones and tablets</h2>
      {house.trust && house.home ? (
        <div className="flex flex-wrap items-start gap-5">
          <Code of={house.trust} label="Code to trust this house" />
          <ol className="min-w-52 flex-1 list-decimal pl-5 leading-relaxed">
            <li>Connect the phone to your home network.</li>
            <li>Scan this code, or open {house.trust}</li>
            <li>Follow the steps there once. Then open {house.home}</li>
          </ol>
        </div>
      ) : (
        <p className="max-w-prose leading-relaxed">
          Kelvit only serves this computer now. To use phones and tablets, stop it and start it with{' '}
          <code>./kelvit start --house</code>.
        </p>
      )}
    </Panel>
  )
}
