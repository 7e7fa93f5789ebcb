import { StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { setClock } from './sync/clock'
import { keepApplication } from './sync/service-worker'
import { Providers } from './frame/providers'
import { Router } from './frame/router'
import './styles.css'

void setClock()
keepApplication()
const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <StrictMode>
      <Providers>
        <Suspense>
          <Router />
        </Suspense>
      </Providers>
    </StrictMode>,
  )
