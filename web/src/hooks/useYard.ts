import type { Listing } from '@sable/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type YardQuery } from './api.ts';
import { KEYS } from './queryKeys.ts';

/** A page of offers; the last page stays on screen until the next is there. */
export const useOffers = (query: YardQuery) =>
  useQuery({
    queryKey: KEYS.yard(query),
    queryFn: () => api.yard(query),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });

/** Every offer with one engine, for comparing ways to buy it. */
export const useOffersOf = (engineId: string | undefined) =>
  useQuery({
    queryKey: KEYS.yardOf(engineId),
    queryFn: () => api.yard({ engineId: engineId!, count: 200 }),
    enabled: engineId !== undefined,
    staleTime: 60_000,
  });

/** What is watched, and the ways to watch, note and drop. */
export function useWatched() {
  const client = useQueryClient();
  const watched = useQuery({ queryKey: KEYS.watched, queryFn: api.watched });
  const refresh = () => client.invalidateQueries({ queryKey: KEYS.watched });
  const put = useMutation({
    mutationFn: ({ listing, note }: { listing: Listing; note: string }) => api.watch(listing.id, note),
    onSuccess: refresh,
  });
  const drop = useMutation({ mutationFn: (id: string) => api.unwatch(id), onSuccess: refresh });
  return {
    watched: watched.data ?? [],
    watch: (listing: Listing, note: string) => put.mutate({ listing, note }),
    drop: (id: string) => drop.mutate(id),
    problem: put.error ?? drop.error ?? watched.error,
  };
}
