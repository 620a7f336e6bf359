using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>A hub warmed to go on a cold shaft: how hot, how long it can be carried, and whether it slides before it grips.</summary>
/// <remarks>
/// Two lumps. In air each cools with τ = m c/(h A). Once joined, heat crosses the film between them with a conductance of
/// k/max(clearance/2, floor) over π·shaft·length, and both go on losing to air. The grip time is an estimate, × or ÷ 3.
/// </remarks>
public static class ThermalFit
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "two lumps: τ = m·c/(h·A) in air; joined through a film k/max(clearance/2, floor); grip an estimate, × or ÷ 3";

    private const double Longest = 3600;
    private const double AbsoluteColdest = -196;
    private const int SeriesPoints = 61;

    /// <summary>Sizes at 20 °C, parts and how they are handled.</summary>
    /// <param name="BoreMm">Hub's bore at 20 °C, mm.</param>
    /// <param name="ShaftMm">Shaft at 20 °C, mm.</param>
    /// <param name="Hub">The warmed part.</param>
    /// <param name="Shaft">The cold part: its mass is what lies within the contact length plus one diameter.</param>
    /// <param name="ShaftTemperatureC">°C.</param>
    /// <param name="AmbientC">°C.</param>
    /// <param name="WantedClearanceMm">Clearance to slide with, mm, 0 or more.</param>
    /// <param name="AirFilmWPerM2C">Film coefficient to air, W/(m²·°C).</param>
    /// <param name="Contact">Where the two meet.</param>
    /// <param name="MinSlideClearanceMm">Least clearance that still slides, mm.</param>
    /// <param name="SlideSeconds">Time that sliding it home takes, s.</param>
    /// <param name="OvenUncertaintyC">How far the hub may be off what the oven says, °C.</param>
    public sealed record Request(
        double BoreMm,
        double ShaftMm,
        WarmPart Hub,
        ColdPart Shaft,
        double ShaftTemperatureC,
        double AmbientC,
        double WantedClearanceMm,
        double AirFilmWPerM2C,
        FilmContact Contact,
        double MinSlideClearanceMm = 0,
        double SlideSeconds = 5,
        double OvenUncertaintyC = 5
    );

    /// <summary>The hub: mass in kg, surface in m², heat in J/(kg·°C), and the most it may be warmed to, °C.</summary>
    public sealed record WarmPart(MaterialChoice Material, double MassKg, double SurfaceAreaM2, double SpecificHeatJPerKgC, double LimitC);

    /// <summary>The shaft: mass in kg, heat in J/(kg·°C), surface in m².</summary>
    public sealed record ColdPart(MaterialChoice Material, double MassKg, double SpecificHeatJPerKgC, double SurfaceAreaM2 = 0);

    /// <summary>Length of contact in mm, conductivity of what fills the gap in W/(m·°C), and the least gap, mm.</summary>
    public sealed record FilmContact(double LengthMm, double FluidConductivityWPerMC, double GapFloorMm = 0.002);

    /// <summary>What to do with the heat.</summary>
    /// <param name="HubTemperatureC">That gives the wanted clearance, not below ambient.</param>
    /// <param name="Allowed">Whether that is at most the limit; what follows is otherwise for a hub at its limit.</param>
    /// <param name="ClearanceAtLimitMm">With the hub at its limit, mm.</param>
    /// <param name="CarrySeconds">From the oven until it no longer slides; null beyond an hour.</param>
    /// <param name="GripSeconds">From when it is on until it grips; null beyond an hour.</param>
    /// <param name="CoolShaftInsteadC">Shaft temperature that would do it with the hub at ambient; null below −196 °C, and where no heat
    /// is needed.</param>
    /// <param name="InterferenceWarmMm">Left to press with the hub a little under its temperature; 0 when it slides.</param>
    /// <param name="Cooling">Carried: 61 even times.</param>
    /// <param name="Gripping">Joined: 61 even times.</param>
    /// <param name="Call">Whether it can be slid.</param>
    public sealed record Answer(
        double HubTemperatureC,
        bool Allowed,
        double ClearanceAtLimitMm,
        double? CarrySeconds,
        double? GripSeconds,
        double? CoolShaftInsteadC,
        double InterferenceWarmMm,
        IReadOnlyList<Moment> Cooling,
        IReadOnlyList<Moment> Gripping,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ThermalFit.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>Both temperatures and the clearance between them at a time.</summary>
    public sealed record Moment(double Seconds, double HubC, double ShaftC, double ClearanceMm);

    /// <summary>Works the heat out.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        var (hub, shaft) = Usable(request);
        double Clearance(double hubC, double shaftC) =>
            (request.BoreMm * (1 + (hub.ExpansionPerC * (hubC - 20)))) - (request.ShaftMm * (1 + (shaft.ExpansionPerC * (shaftC - 20))));

        var shaftNow = request.ShaftMm * (1 + (shaft.ExpansionPerC * (request.ShaftTemperatureC - 20)));
        var wanted = Math.Max(request.AmbientC, 20 + ((((shaftNow + request.WantedClearanceMm) / request.BoreMm) - 1) / hub.ExpansionPerC));
        var start = Math.Max(request.AmbientC, Math.Min(wanted, request.Hub.LimitC));
        var boreAmbient = request.BoreMm * (1 + (hub.ExpansionPerC * (request.AmbientC - 20)));
        var cool = 20 + ((((boreAmbient - request.WantedClearanceMm) / request.ShaftMm) - 1) / shaft.ExpansionPerC);

        // Carried: each lump by itself in air, in closed form.
        var hubRate = request.AirFilmWPerM2C * request.Hub.SurfaceAreaM2 / (request.Hub.MassKg * request.Hub.SpecificHeatJPerKgC);
        var shaftRate = request.AirFilmWPerM2C * request.Shaft.SurfaceAreaM2 / (request.Shaft.MassKg * request.Shaft.SpecificHeatJPerKgC);
        (double Hub, double Shaft) Carried(double s) =>
            (
                request.AmbientC + ((start - request.AmbientC) * Math.Exp(-hubRate * s)),
                request.AmbientC + ((request.ShaftTemperatureC - request.AmbientC) * Math.Exp(-shaftRate * s))
            );
        double CarriedClearance(double s) => Carried(s) is var (h, c) ? Clearance(h, c) : 0;
        var carry = FirstAtOrBelow(CarriedClearance, request.MinSlideClearanceMm);

        var (grip, gripping) = Gripping(request, Clearance, start);
        var call = Judge(request, start, grip);
        return new Answer(
            wanted,
            wanted <= request.Hub.LimitC,
            Clearance(request.Hub.LimitC, request.ShaftTemperatureC),
            carry,
            grip,
            wanted <= request.AmbientC || cool < AbsoluteColdest ? null : cool,
            Math.Max(0, -Clearance(start - request.OvenUncertaintyC, request.ShaftTemperatureC)),
            [.. Times(carry).Select(s => Carried(s) is var (h, c) ? new Moment(s, h, c, Clearance(h, c)) : null!)],
            gripping,
            call
        );
    }

    private static IEnumerable<double> Times(double? end) =>
        Enumerable.Range(0, SeriesPoints).Select(i => (end ?? Longest) * i / (SeriesPoints - 1));

    /// <summary>The first time within an hour at which the clearance is at or below a value; null if it never is.</summary>
    private static double? FirstAtOrBelow(Func<double, double> clearance, double least)
    {
        const double tie = 1e-12;
        if (clearance(0) <= least + tie)
        {
            return 0;
        }

        const double step = 0.5;
        for (var s = step; s <= Longest; s += step)
        {
            if (clearance(s) <= least)
            {
                var (before, after) = (s - step, s);
                for (var i = 0; i < 60; i++)
                {
                    var middle = (before + after) / 2;
                    (before, after) = clearance(middle) <= least ? (before, middle) : (middle, after);
                }

                return after;
            }
        }

        return null;
    }

    /// <summary>The two joined, by the fourth-order Runge–Kutta method with steps a hundredth of the quickest change.</summary>
    private static (double? Grip, IReadOnlyList<Moment> Series) Gripping(
        Request request,
        Func<double, double, double> clearance,
        double start
    )
    {
        var hubHeat = request.Hub.MassKg * request.Hub.SpecificHeatJPerKgC;
        var shaftHeat = request.Shaft.MassKg * request.Shaft.SpecificHeatJPerKgC;
        var area = Math.PI * request.ShaftMm * request.Contact.LengthMm * 1e-6;
        double Conductance(double gapMm) =>
            request.Contact.FluidConductivityWPerMC / (Math.Max(gapMm / 2, request.Contact.GapFloorMm) * 1e-3) * area;

        (double Hub, double Shaft) Change(double hubC, double shaftC)
        {
            var across = Conductance(clearance(hubC, shaftC)) * (hubC - shaftC);
            return (
                (-across - (request.AirFilmWPerM2C * request.Hub.SurfaceAreaM2 * (hubC - request.AmbientC))) / hubHeat,
                (across - (request.AirFilmWPerM2C * request.Shaft.SurfaceAreaM2 * (shaftC - request.AmbientC))) / shaftHeat
            );
        }

        (double Hub, double Shaft) Step((double Hub, double Shaft) at, double dt)
        {
            var a = Change(at.Hub, at.Shaft);
            var b = Change(at.Hub + (a.Hub * dt / 2), at.Shaft + (a.Shaft * dt / 2));
            var c = Change(at.Hub + (b.Hub * dt / 2), at.Shaft + (b.Shaft * dt / 2));
            var d = Change(at.Hub + (c.Hub * dt), at.Shaft + (c.Shaft * dt));
            return (
                at.Hub + ((a.Hub + (2 * b.Hub) + (2 * c.Hub) + d.Hub) * dt / 6),
                at.Shaft + ((a.Shaft + (2 * b.Shaft) + (2 * c.Shaft) + d.Shaft) * dt / 6)
            );
        }

        // As quick as heat can cross at the least gap. Fine steps until that is over; then only slow cooling is left.
        var quickest = 1 / (Conductance(0) * ((1 / hubHeat) + (1 / shaftHeat)));
        double StepAt(double s) => Math.Min(1, s < 50 * quickest ? quickest / 200 : quickest / 4);
        (double Hub, double Shaft) Advance((double Hub, double Shaft) at, double from, double to)
        {
            while (to - from > 1e-12)
            {
                var dt = Math.Min(StepAt(from), to - from);
                at = Step(at, dt);
                from += dt;
            }

            return at;
        }

        var joined = (Hub: start, Shaft: request.ShaftTemperatureC);
        var grip = GripTime(joined, Step, StepAt, at => clearance(at.Hub, at.Shaft));
        var moments = new List<Moment>();
        var (state, now) = (joined, 0.0);
        foreach (var s in Times(grip))
        {
            (state, now) = (Advance(state, now, s), s);
            moments.Add(new Moment(s, state.Hub, state.Shaft, clearance(state.Hub, state.Shaft)));
        }

        return (grip, moments);
    }

    /// <summary>When the clearance is gone, to far below a thousandth of it; null if it is not within an hour.</summary>
    private static double? GripTime(
        (double Hub, double Shaft) at,
        Func<(double Hub, double Shaft), double, (double Hub, double Shaft)> step,
        Func<double, double> stepAt,
        Func<(double Hub, double Shaft), double> clearance
    )
    {
        if (clearance(at) <= 0)
        {
            return 0;
        }

        double dt;
        for (var s = 0.0; s < Longest; s += dt)
        {
            dt = stepAt(s);
            var next = step(at, dt);
            if (clearance(next) <= 0)
            {
                var (before, after) = (0.0, dt);
                for (var i = 0; i < 50; i++)
                {
                    var middle = (before + after) / 2;
                    (before, after) = clearance(step(at, middle)) <= 0 ? (before, middle) : (middle, after);
                }

                return s + after;
            }

            at = next;
        }

        return null;
    }

    private static Call? Judge(Request request, double start, double? grip)
    {
        var seconds = grip ?? Longest;
        var slide = new Check(
            "time to slide",
            seconds >= request.SlideSeconds ? Verdict.Go
                : 3 * seconds >= request.SlideSeconds ? Verdict.Decide
                : Verdict.Stop,
            seconds,
            request.SlideSeconds,
            0,
            Side.Lower,
            Dimension.Seconds
        );
        var oven = Check.AtMost("hub temperature", start + request.OvenUncertaintyC, request.Hub.LimitC, 0, Dimension.Temperature);
        return Call.Of(
            [slide, oven],
            check =>
                Sentence.Of(
                    (check.Name, check.Verdict) switch
                    {
                        (_, Verdict.Go) => "It slides for about {grip} before it grips; {slide} are wanted.",
                        ("hub temperature", _) => "The oven may take the hub to {hub}; its limit is {limit}.",
                        (_, Verdict.Decide) => "It grips after about {grip}, × or ÷ 3; {slide} are wanted to slide it home.",
                        _ => "It grips after about {grip}: too tight to slide warm. Draw it.",
                    },
                    ("grip", new Quantity(seconds, Dimension.Seconds, seconds < 1 ? 0.1 : 1)),
                    ("slide", new Quantity(request.SlideSeconds, Dimension.Seconds, 1)),
                    ("hub", new Quantity(start + request.OvenUncertaintyC, Dimension.Temperature, 1)),
                    ("limit", new Quantity(request.Hub.LimitC, Dimension.Temperature, 1))
                )
        );
    }

    private static (Material Hub, Material Shaft) Usable(Request request)
    {
        var faults = new Faults();
        var hub = request.Hub.Material.Resolve(faults, "hub.material");
        var shaft = request.Shaft.Material.Resolve(faults, "shaft.material");
        faults.Within(request.BoreMm, 0.1, 1e4, "boreMm");
        faults.Within(request.ShaftMm, 0.1, 1e4, "shaftMm");
        faults.Require(
            request.BoreMm <= 0 || Math.Abs(request.ShaftMm - request.BoreMm) < 0.05 * request.BoreMm,
            "shaftMm",
            $"must be within 5 % of the bore ({request.BoreMm} mm): these two are no pair"
        );
        faults.Within(request.Hub.MassKg, 0.01, 1e4, "hub.massKg");
        faults.Within(request.Hub.SurfaceAreaM2, 1e-6, 1e3, "hub.surfaceAreaM2");
        faults.Within(request.Hub.SpecificHeatJPerKgC, 10, 1e4, "hub.specificHeatJPerKgC");
        faults.Within(request.Shaft.MassKg, 0.01, 1e4, "shaft.massKg");
        faults.Within(request.Shaft.SpecificHeatJPerKgC, 10, 1e4, "shaft.specificHeatJPerKgC");
        faults.Within(request.Shaft.SurfaceAreaM2, 0, 1e3, "shaft.surfaceAreaM2");
        faults.Within(request.ShaftTemperatureC, -273, 500, "shaftTemperatureC");
        faults.Within(request.AmbientC, -60, 60, "ambientC");
        faults.Require(
            request.Hub.LimitC > request.AmbientC && request.Hub.LimitC <= 1000,
            "hub.limitC",
            $"must be above ambient ({request.AmbientC} °C) and at most 1000"
        );
        faults.NotNegative(request.WantedClearanceMm, "wantedClearanceMm");
        faults.Require(
            request.MinSlideClearanceMm >= 0 && request.MinSlideClearanceMm <= request.WantedClearanceMm,
            "minSlideClearanceMm",
            $"must be from 0 to the wanted clearance ({request.WantedClearanceMm} mm)"
        );
        faults.Within(request.AirFilmWPerM2C, 0.1, 10000, "airFilmWPerM2C");
        faults.Within(request.Contact.LengthMm, 0.1, 1e4, "contact.lengthMm");
        faults.Within(request.Contact.FluidConductivityWPerMC, 0.001, 1000, "contact.fluidConductivityWPerMC");
        faults.Within(request.Contact.GapFloorMm, 1e-4, 1, "contact.gapFloorMm");
        faults.Within(request.SlideSeconds, 0, Longest, "slideSeconds");
        faults.Within(request.OvenUncertaintyC, 0, 200, "ovenUncertaintyC");
        faults.Require(
            hub is null || hub.ExpansionPerC >= 1e-7,
            "hub.material.expansionPerC",
            "must be at least 1e-7 for a hub that is warmed"
        );
        faults.Require(shaft is null || shaft.ExpansionPerC >= 1e-7, "shaft.material.expansionPerC", "must be at least 1e-7");
        faults.ThrowIfAny();
        return (hub!, shaft!);
    }
}
