/**
 * What the server answers to a GET, kept by its path and parameters: parts of the page that ask the
 * same share one answer, and what is changed is refreshed wherever it shows. It stays until the next
 * answer is there; an answer that was overtaken is dropped.
 */
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/vue-query'
import { computed, type Ref, type WritableComputedRef } from 'vue'

import { asApiError, client, data, pageAfter, type ApiError, type Schemas } from './client'
import { loads } from './loads'
import type { paths } from './schema'

interface Answers<T> {
  responses: { 200: { content: { 'application/json': T } } }
}
export type GetPath = {
  [P in keyof paths]: paths[P] extends { get: Answers<unknown> } ? P : never
}[keyof paths]
type Answer<P extends GetPath> = paths[P] extends { get: Answers<infer T> } ? T : never
type Params<P extends GetPath> = paths[P] extends { get: { parameters: infer Q } }
  ? Omit<Q, 'header' | 'cookie'>
  : never

export interface Loaded<T> {
  /** Null until the first answer; what a change answered may be put in its place. */
  value: WritableComputedRef<T | null>
  error: Readonly<Ref<ApiError | null>>
  isLoading: Readonly<Ref<boolean>>
  /** Ask anew. */
  refresh: () => Promise<void>
  /** Until what is being asked was answered. */
  arrived: () => Promise<void>
}

/** Whether all of them were answered, if only by an error: nothing that comes later shifts a page. */
export const answered = (...all: Pick<Loaded<unknown>, 'value' | 'error'>[]): boolean =>
  all.every((load) => load.value.value !== null || load.error.value !== null)

/** Load it, and again whenever its parameters change; null params: not yet. */
export function useLoaded<P extends GetPath>(
  path: P,
  params: () => Params<P> | null = () => ({}) as Params<P>,
): Loaded<Answer<P>> {
  type T = Answer<P>
  const key = computed(() => [path, params()])
  const query = useQuery<T>(
    {
      queryKey: key,
      queryFn: ({ signal }) =>
        data<T>(client.GET(path as never, { params: params(), signal } as never)),
      enabled: computed(() => params() !== null),
      placeholderData: keepPreviousData as never,
      shallow: true,
    },
    loads,
  )
  return {
    value: computed({
      get: () => (query.data.value as T | undefined) ?? null,
      set: (answer) => void loads.setQueryData(key.value, answer),
    }),
    error: computed(() => (query.error.value ? asApiError(query.error.value) : null)),
    isLoading: query.isFetching,
    refresh: async () => void (await query.refetch()),
    arrived: async () => void (await query.refetch({ cancelRefetch: false })),
  }
}

/** Nights, latest first, as many pages as were asked for. */
export function useNightPages() {
  const query = useInfiniteQuery(
    {
      queryKey: ['/api/v1/nights', 'pages'],
      queryFn: async ({ pageParam: before, signal }) => {
        const answer = client.GET('/api/v1/nights', { params: { query: { before } }, signal })
        return { nights: await data(answer), next: pageAfter((await answer).response) }
      },
      initialPageParam: undefined as string | undefined,
      getNextPageParam: (page) => page.next,
    },
    loads,
  )
  return {
    value: computed<Schemas['NightOut'][] | null>(
      () => query.data.value?.pages.flatMap((page) => page.nights) ?? null,
    ),
    error: computed(() => (query.error.value ? asApiError(query.error.value) : null)),
    refresh: async () => void (await query.refetch()),
    hasMore: query.hasNextPage,
    /** Throws what kept the next page from coming; those that are there stay. */
    more: async () => {
      const { error } = await query.fetchNextPage()
      if (error) throw asApiError(error)
    },
  }
}

/** What a change answered is what this path answers now; what was asked before the change is not
 * waited for. */
export async function changed<P extends GetPath>(
  path: P,
  params: Params<P>,
  answer: Answer<P>,
): Promise<void> {
  const queryKey = [path, params]
  await loads.cancelQueries({ queryKey, exact: true })
  loads.setQueryData(queryKey, answer)
}

/** Refresh what was loaded of these paths, wherever it shows. */
export async function refreshed(...changed: GetPath[]): Promise<void> {
  const isChanged = ({ queryKey }: { queryKey: readonly unknown[] }) =>
    changed.includes(queryKey[0] as GetPath)
  await loads.invalidateQueries({ predicate: isChanged })
}
