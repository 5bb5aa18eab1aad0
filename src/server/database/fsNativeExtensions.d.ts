declare module 'fs-native-extensions' {
  /** An exclusive lock on an open file, given up with its descriptor. @returns false where somebody else holds it */
  export function tryLock(file: number): boolean;
}
