// Before the first paint: the theme chosen here, else the one the device prefers.
;(function () {
  var chosen = null
  try {
    chosen = localStorage.getItem('kelvit.theme')
  } catch {
    chosen = null
  }
  var dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches
  document.documentElement.dataset.theme = dark ? 'dark' : 'light'
})()
