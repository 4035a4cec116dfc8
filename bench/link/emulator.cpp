// A link between two network devices of the kernel (tun): rate, delay, jitter, loss and a queue, for each direction.
// Usage: emulator DEVICE_A DEVICE_B, then a line on stdin for each setting:
//   set DOWN_MBPS UP_MBPS DELAY_MS JITTER_MS LOSS QUEUE_MS   down is from A to B; LOSS is a share, 0 … 1
//   silent MS                                               lets nothing through for so long
// It says «ok» for each line, and ends with its input.
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <deque>
#include <fcntl.h>
#include <linux/if.h>
#include <linux/if_tun.h>
#include <poll.h>
#include <random>
#include <string>
#include <sys/ioctl.h>
#include <time.h>
#include <unistd.h>
#include <vector>

static double now() {
  timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e3 + t.tv_nsec * 1e-6;
}

struct Packet {
  double due;
  std::vector<uint8_t> bytes;
};

// One direction: a queue in front of a line of so many Mbps, then the way itself.
struct Line {
  double mbps = 1000, free = 0, last = 0;
  std::deque<Packet> under_way;
};

static double delay = 0, jitter = 0, loss = 0, queue = 100, silent_until = 0;
static std::mt19937_64 random_bits(7);
static double uniform() { return std::uniform_real_distribution<double>(0, 1)(random_bits); }

static void enter(Line &line, const uint8_t *data, int size, double at) {
  if (at < silent_until || uniform() < loss) return;
  const double start = std::max(line.free, at);
  if (start - at > queue) return;
  line.free = start + size * 8 / (line.mbps * 1e3);
  // in order: what is late holds up what comes after
  const double due = std::max(line.last, line.free + delay + jitter * (2 * uniform() - 1));
  line.last = due;
  line.under_way.push_back({due, std::vector<uint8_t>(data, data + size)});
}

static int open_tun(const char *name) {
  const int fd = open("/dev/net/tun", O_RDWR | O_NONBLOCK);
  ifreq request{};
  request.ifr_flags = IFF_TUN | IFF_NO_PI;
  strncpy(request.ifr_name, name, IFNAMSIZ - 1);
  if (fd < 0 || ioctl(fd, TUNSETIFF, &request) < 0) {
    perror(name);
    exit(1);
  }
  return fd;
}

int main(int count, char **arguments) {
  if (count < 3) return 2;
  const int device[2] = {open_tun(arguments[1]), open_tun(arguments[2])};
  Line line[2]; // 0: from A to B
  std::string input;
  uint8_t packet[65536];
  puts("ok");
  fflush(stdout);
  for (;;) {
    double next = 1e12;
    for (auto &l : line)
      if (!l.under_way.empty()) next = std::min(next, l.under_way.front().due);
    const double wait = std::max(0.0, std::min(50.0, next - now()));
    const timespec timeout{0, (long)(wait * 1e6)};
    pollfd watched[3] = {{device[0], POLLIN, 0}, {device[1], POLLIN, 0}, {0, POLLIN, 0}};
    ppoll(watched, 3, &timeout, nullptr);
    const double at = now();
    for (int side = 0; side < 2; side++)
      for (;;) {
        const int size = read(device[side], packet, sizeof packet);
        if (size <= 0) break;
        enter(line[side], packet, size, at);
      }
    for (int side = 0; side < 2; side++)
      while (!line[side].under_way.empty() && line[side].under_way.front().due <= at) {
        const auto &bytes = line[side].under_way.front().bytes;
        if (write(device[1 - side], bytes.data(), bytes.size()) < 0 && errno == EAGAIN) break;
        line[side].under_way.pop_front();
      }
    if (watched[2].revents) {
      char part[512];
      const int size = read(0, part, sizeof part);
      if (size <= 0) return 0;
      input.append(part, size);
      for (size_t end; (end = input.find('\n')) != std::string::npos; input.erase(0, end + 1)) {
        const std::string said = input.substr(0, end);
        double ms = 0;
        if (sscanf(said.c_str(), "silent %lf", &ms) == 1) silent_until = now() + ms;
        else if (sscanf(said.c_str(), "set %lf %lf %lf %lf %lf %lf", &line[0].mbps, &line[1].mbps, &delay, &jitter,
                        &loss, &queue) != 6)
          return 3;
        puts("ok");
        fflush(stdout);
      }
    }
  }
}
