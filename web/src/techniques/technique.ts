import type { BatchView, StepPlan, FormulaStep } from '@liquamen/core'
import type { Component } from 'vue'

/** The line under a station's verb, and what a screen reader is told of its drawing. */
export interface StationWords {
  readonly detail: string
  readonly drawing: string
}

/** A technique on screen. Stove, plan sheet, log and bench look a step's room up; none asks which it is. */
export interface TechniqueRoom {
  /** The bench on which its steps are worked. */
  readonly Bench: Component
  /** How its vessel stands on the stove; a room without draws a pan with its level. */
  readonly Station?: Component
  /** What it puts on the plan sheet of a step; nothing where it plans nothing of its own. */
  readonly Sums?: Component
  /** What it puts on a batch's record. */
  readonly Record?: Component
  /** What goes on beside any step of its sauce until its own is worked, as a line on whichever bench stands open. */
  readonly Beside?: Component
  /** Words of a station while its step is worked. */
  readonly words?: (
    view: BatchView,
    step: FormulaStep,
    planned: StepPlan | undefined,
  ) => StationWords | undefined
}
