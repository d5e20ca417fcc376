/**
 * How a solid is shaded: as wood with its grain along x (end grain apart from face grain, since rings are laid through the
 * solid), in reflection stripes, or by how the surface curves. Beyond the plane of the cut nothing is drawn; what is
 * seen of the inside there is the cut itself.
 */
export const VERTEX = /* glsl */ `
varying vec3 vPlace;
varying vec3 vOut;
varying vec3 vOutSeen;
varying vec3 vSeen;
void main() {
  vPlace = position;
  vOut = normal;
  vOutSeen = normalMatrix * normal;
  vec4 seen = modelViewMatrix * vec4(position, 1.0);
  vSeen = seen.xyz;
  gl_Position = projectionMatrix * seen;
}
`;

export const FRAGMENT = /* glsl */ `
uniform int uLook;
uniform vec3 uFace;
uniform vec3 uDeep;
uniform vec3 uEnd;
uniform vec3 uCut;
uniform float uAlpha;
uniform vec4 uPlane;
uniform bool uPlain;
varying vec3 vPlace;
varying vec3 vOut;
varying vec3 vOutSeen;
varying vec3 vSeen;

float hash(vec3 p) {
  p = fract(p * 0.3183099 + vec3(0.1, 0.2, 0.3));
  p *= 17.0;
  return fract(p.x * p.y * p.z * (p.x + p.y + p.z));
}
float noise(vec3 x) {
  vec3 i = floor(x);
  vec3 f = fract(x);
  f = f * f * (3.0 - 2.0 * f);
  return mix(
    mix(mix(hash(i), hash(i + vec3(1, 0, 0)), f.x), mix(hash(i + vec3(0, 1, 0)), hash(i + vec3(1, 1, 0)), f.x), f.y),
    mix(mix(hash(i + vec3(0, 0, 1)), hash(i + vec3(1, 0, 1)), f.x), mix(hash(i + vec3(0, 1, 1)), hash(i + vec3(1, 1, 1)), f.x), f.y),
    f.z);
}

vec3 wood(vec3 p, vec3 n) {
  // Rings round a heart that lies below the board and wanders along it.
  vec2 heart = vec2(p.y + 30.0 + 10.0 * sin(p.x * 0.006) + 6.0 * noise(p * 0.012), p.z + 260.0);
  float ring = length(heart) / 7.0 + 0.9 * noise(vec3(p.x * 0.006, p.y * 0.035, p.z * 0.035));
  float late = smoothstep(0.55, 0.95, fract(ring)) * (1.0 - smoothstep(0.95, 1.0, fract(ring)));
  float streak = noise(vec3(p.x * 0.02, p.y * 0.9, p.z * 0.9));
  float end = smoothstep(0.45, 0.85, abs(n.x));
  float pores = noise(p * vec3(0.08, 2.2, 2.2));
  vec3 face = mix(uFace, uDeep, 0.3 * late + 0.16 * streak);
  vec3 across = mix(uEnd, uDeep * 0.78, 0.5 * late + 0.35 * smoothstep(0.62, 0.7, pores));
  return mix(face, across, end);
}

void main() {
  if (dot(vPlace, uPlane.xyz) > uPlane.w) discard;
  vec3 n = normalize(vOutSeen);
  vec3 toEye = normalize(-vSeen);
  if (!gl_FrontFacing && !uPlain) {
    // Looked into: the cut, hatched as on paper.
    float hatch = smoothstep(0.42, 0.5, abs(fract((gl_FragCoord.x + gl_FragCoord.y) / 9.0) - 0.5));
    gl_FragColor = vec4(mix(uCut, uCut * 0.72, hatch), 1.0);
    return;
  }
  if (!gl_FrontFacing) n = -n;
  vec3 lamp = normalize(vec3(-0.45, 0.7, 0.75));
  float lit = 0.42 + 0.5 * max(dot(n, lamp), 0.0) + 0.16 * max(dot(n, normalize(vec3(0.7, -0.2, 0.5))), 0.0);
  float shine = pow(max(dot(reflect(-lamp, n), toEye), 0.0), 28.0);
  if (uLook == 1) {
    vec3 r = reflect(-toEye, n);
    float band = smoothstep(0.35, 0.65, abs(fract(atan(r.y, r.z) * 6.0 / 3.14159) - 0.5) * 2.0);
    gl_FragColor = vec4(mix(vec3(0.16, 0.2, 0.21), vec3(0.86, 0.9, 0.88), band), uAlpha);
    return;
  }
  if (uLook == 2) {
    vec3 px = dFdx(vPlace);
    vec3 py = dFdy(vPlace);
    float bend = dot(dFdx(vOut), px) / max(dot(px, px), 1e-9) + dot(dFdy(vOut), py) / max(dot(py, py), 1e-9);
    float k = clamp(bend * 12.0, -1.0, 1.0);
    vec3 flatColour = vec3(0.93, 0.9, 0.83);
    vec3 colour = k > 0.0 ? mix(flatColour, vec3(0.72, 0.36, 0.16), k) : mix(flatColour, vec3(0.1, 0.38, 0.46), -k);
    gl_FragColor = vec4(colour * (0.55 + 0.5 * lit), uAlpha);
    return;
  }
  vec3 colour = uPlain ? uFace : wood(vPlace, normalize(vOut));
  gl_FragColor = vec4(colour * lit + vec3(0.1 * shine), uAlpha);
}
`;
