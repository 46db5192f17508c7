/** Air pressure, kPa, at an altitude of 0..5000 m; US Standard Atmosphere 1976 (weather moves it by ±3 %). `reduction:P2` */
export function airPressureKPa(altitudeM: number): number {
  return 101.325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588
}
