declare module 'ode45-cash-karp' {
  interface Integrator {
    readonly y: number[]
    readonly t: number
    /** One adaptive step, not past a time; false once it is reached. */
    step: (untilT?: number) => boolean
  }
  type Derivative = (dydt: number[], y: number[], t: number) => void
  export default function ode45(
    ...of: [
      y0: number[],
      derivative: Derivative,
      t0: number,
      dt0: number,
      options?: { readonly tol?: number },
    ]
  ): Integrator
}
