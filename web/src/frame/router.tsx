import { Suspense } from 'react'
import { BrowserRouter, Route, Routes, useLocation } from 'react-router'
import { Part, Sorry } from '../ui/part'
import { Skeleton } from '../ui/states'
import { Frame } from './frame'
import { DOOR, INSIDE } from './pages'

const Lost = () => (
  <Sorry title="This page doesn’t exist" about="The address may be old or mistyped." />
)

const Waiting = () => (
  <div className="mx-auto max-w-[1248px] px-6 pt-8">
    <Skeleton />
  </div>
)

const routesOf = (pages: typeof DOOR) =>
  pages.map(([path, { Page }]) => <Route key={path} path={path} element={<Page />} />)

function Pages() {
  const { pathname } = useLocation()
  return (
    <Part place={pathname}>
      <Suspense fallback={<Waiting />}>
        <Routes>
          {routesOf(DOOR)}
          <Route element={<Frame />}>{routesOf(INSIDE)}</Route>
          <Route path="*" element={<Lost />} />
        </Routes>
      </Suspense>
    </Part>
  )
}

/** Every address and the page it shows; a page's code is fetched when it is gone to. */
export const Router = () => (
  <BrowserRouter>
    <Pages />
  </BrowserRouter>
)
