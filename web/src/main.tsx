import { StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { setClock } from './app/clock'
import { Providers } from './app/providers'
import { router } from './app/router'
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
