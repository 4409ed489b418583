import { Redirect } from 'expo-router';
import { useEffect, useState, type ComponentType } from 'react';
import { forgetWantedAddress, wantedAddress } from '@/data/opened-link';
import { useSession } from '@/data/session';

/** A screen for who is signed in: others are led to the ways in. */
export function behindDoor(Screen: ComponentType): ComponentType {
  return function BehindDoor() {
    const isIn = useIsIn();
    useEffect(() => {
      if (isIn) forgetWantedAddress();
    }, [isIn]);
    return isIn ? <Screen /> : <Redirect href="/sign-in" />;
  };
}

/** A screen for who is not signed in: others are led to where they wanted to go, or to their term. */
export function beforeDoor(Screen: ComponentType): ComponentType {
  return function BeforeDoor() {
    // As it was when the screen opened: once somebody is in it is forgotten.
    const [wanted] = useState(wantedAddress);
    return useIsIn() ? <Redirect href={wanted} /> : <Screen />;
  };
}

function useIsIn(): boolean {
  return Boolean(useSession().data?.student);
}
