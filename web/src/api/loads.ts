import { QueryClient } from '@tanstack/vue-query'

/** All that is loaded, see api/loaded. */
export const loads = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'always', // what the browser thinks of the network is often wrong outdoors
      retry: false, // a person is told, and tries again
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
      structuralSharing: false, // answers are large, and drawn as a whole
    },
  },
})

/** Let go of what no part of the page shows, as when somebody else signs in. */
export const forgetLoads = () => loads.removeQueries({ type: 'inactive' })
