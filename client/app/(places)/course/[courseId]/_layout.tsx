import { Slot } from 'expo-router';
import { later } from '@/shell/later';

const CourseScreen = later('CourseScreen');

/** A course stays as it stands while one of its pages leads to another: the address alone is another's. */
export default function CourseLayout() {
  return (
    <>
      <CourseScreen />
      <Slot />
    </>
  );
}
