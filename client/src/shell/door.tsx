import { Redirect } from 'expo-router';
import { useState, type ComponentType } from 'react';
import { wantedAddress } from '@/data/opened-link';
import { useSession } from '@/data/session';

/** A screen for who is signed in: others are led to the ways in. */
export function behindDoor(Screen: ComponentType): ComponentType {
  return function BehindDoor() {
    return useIsIn() ? <Screen /> : <Redirect href="/sign-in" />;
  };
}

/** A screen for who is not signed in: others are led to where they wanted to go, or to their term. */
export function beforeDoor(Screen: ComponentType): ComponentType {
  return function BeforeDoor() {
    const [wanted] = useState(wantedAddress);
    return useIsIn() ? <Redirect href={wanted} /> : <Screen />;
  };
}

function useIsIn(): boolean {
  return Boolean(useSession().data?.student);
}
