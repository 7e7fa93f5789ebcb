/** Ends what the browser itself keeps of being called. */
export async function endCalls(): Promise<void> {
  if (!('serviceWorker' in navigator)) return
  const there = await navigator.serviceWorker.getRegistration()
  await (await there?.pushManager?.getSubscription())?.unsubscribe()
}
