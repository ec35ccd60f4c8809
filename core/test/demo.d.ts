import {
  type Assessment,
  type Build,
  type Candidate,
  type Engine,
  type Finding,
  type Gearbox,
  type Library,
  type Part,
} from '../src/index.ts';
/** The demo shop, read anew for each test file: tests may not change each other's data. */
export declare const library: Library;
export declare const tug: Build;
export declare const racer: Build;
export declare const pickup: Build;
export declare const second: Build;
export declare const candidate: (letter: string, build?: Build) => Candidate;
/** Judges a candidate of the demo with something about it changed. */
export declare function judged(letter: string, change?: Partial<Candidate>, build?: Build, lib?: Library): Assessment;
export declare function finding(a: Assessment, id: string): Finding;
export declare const words: (text: string) => string;
/** A copy of the library with one row replaced. */
export declare function withEngine(id: string, change: (e: Engine) => Engine): Library;
export declare function withGearbox(id: string, change: (g: Gearbox) => Gearbox): Library;
export declare const part: (id: string) => Part;
