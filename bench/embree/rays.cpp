// All crossings of straight rays by Embree 3: single rays, one core. Built and run by bench/embree.ts where Embree is installed.
// In (binary): int32 rectangles, int32 rays; 9 float each rectangle: corner, side, side; 6 float each ray: from, to.
// Out: crossings in all, and nanoseconds a ray, the best of nine rounds.
#include <embree3/rtcore.h>
#include <chrono>
#include <cstdint>
#include <cstdio>
#include <vector>

struct Query {
  RTCIntersectContext context;
  long crossings;
};

static void count(const RTCFilterFunctionNArguments *args) {
  reinterpret_cast<Query *>(args->context)->crossings++;
  args->valid[0] = 0; // goes on to the next
}

int main(int, char **argv) {
  FILE *in = fopen(argv[1], "rb");
  int32_t counts[2];
  if (!in || fread(counts, 4, 2, in) != 2) return 1;
  std::vector<float> rectangles(9 * counts[0]), rays(6 * counts[1]);
  if (fread(rectangles.data(), 4, rectangles.size(), in) != rectangles.size()) return 1;
  if (fread(rays.data(), 4, rays.size(), in) != rays.size()) return 1;
  RTCDevice device = rtcNewDevice("threads=1");
  RTCScene scene = rtcNewScene(device);
  RTCGeometry quads = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_QUAD);
  float *v = (float *)rtcSetNewGeometryBuffer(quads, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 12, 4 * counts[0]);
  unsigned *index =
      (unsigned *)rtcSetNewGeometryBuffer(quads, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT4, 16, counts[0]);
  for (int i = 0; i < counts[0]; i++)
    for (int k = 0; k < 4; k++) {
      const float *r = &rectangles[9 * i];
      const float a = k == 1 || k == 2, b = k >= 2;
      for (int c = 0; c < 3; c++) v[(4 * i + k) * 3 + c] = r[c] + a * r[3 + c] + b * r[6 + c];
      index[4 * i + k] = 4 * i + k;
    }
  rtcSetGeometryOccludedFilterFunction(quads, count);
  rtcCommitGeometry(quads);
  rtcAttachGeometry(scene, quads);
  rtcSetSceneBuildQuality(scene, RTC_BUILD_QUALITY_HIGH);
  rtcCommitScene(scene);
  double best = 1e18;
  long crossings = 0;
  for (int round = 0; round < 9; round++) {
    Query query;
    rtcInitIntersectContext(&query.context);
    query.crossings = 0;
    const auto start = std::chrono::steady_clock::now();
    for (int i = 0; i < counts[1]; i++) {
      const float *r = &rays[6 * i];
      RTCRay ray = {r[0], r[1], r[2], 1e-5f, r[3] - r[0], r[4] - r[1], r[5] - r[2], 0, 1 - 1e-5f, ~0u, 0, 0};
      rtcOccluded1(scene, &query.context, &ray);
    }
    const std::chrono::duration<double> took = std::chrono::steady_clock::now() - start;
    if (took.count() < best) best = took.count();
    crossings = query.crossings;
  }
  printf("%ld %.1f\n", crossings, best / counts[1] * 1e9);
}
