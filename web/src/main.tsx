import { StrictMode, startTransition, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { keepApplication } from './sync/service-worker'
import { begin } from './frame/begin'
import { client, Providers, takeUpCache } from './frame/providers'
import { Router } from './frame/router'
import './styles.css'

keepApplication()
const root = document.getElementById('root')
if (root)
  void takeUpCache()
    .then(() => begin(client, window.location.pathname))
    .then(() =>
      // Drawn in slices: a slow phone stays in hand meanwhile.
      startTransition(() =>
        createRoot(root).render(
          <StrictMode>
            <Providers>
              <Suspense>
                <Router />
              </Suspense>
            </Providers>
          </StrictMode>,
        ),
      ),
    )
