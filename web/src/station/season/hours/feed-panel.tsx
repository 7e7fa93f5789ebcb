import { paths, type CalendarFeed, type NewCalendarFeed } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useFeeds } from '../../../sync/queries'
import { request, sentenceOf } from '../../../sync/request'
import { useHousehold } from '../../../household/session'
import { showDay } from '../../../household/words'
import { Button } from '../../../ui/button'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'

/** Canning days out: a file, or an address to subscribe to that can be revoked. */
export function FeedPanel() {
  const { may } = useHousehold()
  const feeds = useFeeds(may('keeper'))
  const client = useQueryClient()
  const notify = useNotify()
  const [address, setAddress] = useState<string>()
  const act = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      await work()
      await client.invalidateQueries({ queryKey: ['calendar-feeds'] })
    } catch (error) {
      notify.trouble(sentenceOf(error))
    }
  }
  const make = (): Promise<void> =>
    act(async () => {
      const made = await request<NewCalendarFeed>('PUT', `${paths.calendarFeeds}/${uuidv7()}`, {})
      setAddress(window.location.origin + made.path)
    })
  const revoke = (feed: CalendarFeed): Promise<void> =>
    act(async () => {
      await request('DELETE', `${paths.calendarFeeds}/${feed.id}`)
      setAddress(undefined)
      notify.done('That address no longer works.')
    })
  return (
    <Panel label="Canning days in your calendar">
      <h2 className="mb-2">Canning days in your calendar</h2>
      <div className="flex flex-wrap gap-2.5">
        <a
          href={paths.calendar}
          download
          className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-kettle px-3.5 text-[15px] font-semibold text-kettle hover:bg-kettle/10"
        >
          Download the days
        </a>
        {may('keeper') && (
          <Button size="small" onClick={() => void make()}>
            Make a calendar address
          </Button>
        )}
      </div>
      {address && (
        <label className="mt-3 block text-[15px] font-semibold">
          The address, shown this once
          <input
            readOnly
            value={address}
            onFocus={(e) => e.target.select()}
            className="mt-1 min-h-11 w-full rounded-md border-[1.5px] border-brass bg-crock px-3 font-mono text-sm"
          />
          <span className="text-sm font-normal text-ink-soft">
            Anyone with this address can see the canning days and nothing else.
          </span>
        </label>
      )}
      <ul className="mt-2">
        {(feeds.data ?? []).map((f) => (
          <li
            key={f.id}
            className="flex items-center justify-between gap-3 border-t border-rim py-1"
          >
            <span className="text-[15px]">Address made {showDay(f.createdAt.slice(0, 10))}</span>
            <Button size="small" look="stop" onClick={() => void revoke(f)}>
              Revoke
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  )
}
