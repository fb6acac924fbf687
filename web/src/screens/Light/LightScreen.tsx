export function LightScreen() { return null; }
