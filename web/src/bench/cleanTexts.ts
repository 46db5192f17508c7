/** What is said of tools that go from one vessel into another. */
export const cleanTexts = {
  thermometer: 'Thermometer',
  stick: 'Stick',
  wasIn: (tool: string, sauce: string, at: string) =>
    `${tool} was in ${sauce}, ${at}: wash and sanitise it first.`,
  keepsOwn: (who: string, allergen: string) => `${who} must not have ${allergen}: this sauce keeps its own.`,
  washed: 'Washed',
} as const
