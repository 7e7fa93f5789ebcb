import { StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { setClock } from './sync/clock'
import { Providers } from './frame/providers'
import { router } from './frame/router'
import './styles.css'

void setClock()
const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <StrictMode>
      <Providers>
        <Suspense>
          <RouterProvider router={router} />
        </Suspense>
      </Providers>
    </StrictMode>,
  )
